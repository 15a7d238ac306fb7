<?php

declare(strict_types=1);

// The way in for marketplaces' word of changes, which comes by the hundred a second: settings and one action, without
// the rest of the framework. Does the same as the route of the same address.

use App\Channels\Ports\UntrustedMessage;
use App\Market\Actions\ReceiveNotification;
use Illuminate\Encryption\Encrypter;
use Illuminate\Foundation\Bootstrap\LoadConfiguration;
use Illuminate\Foundation\Bootstrap\LoadEnvironmentVariables;

require __DIR__.'/../vendor/autoload.php';

// The settings as one file, where they have been written together; else read one by one.
$cache = (string) getenv('APP_CONFIG_CACHE');
if (is_file($cache)) {
    $settings = require $cache;
} else {
    $app = require __DIR__.'/../bootstrap/app.php';
    $app->bootstrapWith([LoadEnvironmentVariables::class, LoadConfiguration::class]);
    $settings = $app['config']->all();
}
$database = $settings['database']['connections']['pgsql'];
$isFound =
    preg_match(
        '#^/api/v1/channels/([^/]+)/notifications$#',
        (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH),
        $path,
    ) === 1;
$headers = [];
foreach ($_SERVER as $name => $value) {
    if (is_string($value) && str_starts_with((string) $name, 'HTTP_')) {
        $headers[strtolower(strtr(substr((string) $name, 5), '_', '-'))] = $value;
    }
}
try {
    $connection = new PDO(
        "pgsql:host={$database['host']};port={$database['port']};dbname={$database['database']}",
        $database['username'],
        $database['password'],
        [
            PDO::ATTR_PERSISTENT => true,
            PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION,
            PDO::PGSQL_ATTR_DISABLE_PREPARES => true,
        ],
    );
    $encrypter = new Encrypter(
        (string) base64_decode(substr((string) $settings['app']['key'], 7), true),
        $settings['app']['cipher'],
    );
    $isForUs = $isFound && $_SERVER['REQUEST_METHOD'] === 'POST';
    $isKnown =
        $isForUs &&
        (new ReceiveNotification($connection, $encrypter))->handle(
            $path[1],
            $headers,
            (string) file_get_contents('php://input'),
        );
    $status = $isKnown ? 202 : 404;
} catch (UntrustedMessage) {
    $status = 401;
} catch (PDOException $e) {
    error_log($e->getMessage());
    $status = 503;
}
http_response_code($status);
header('Content-Type: application/problem+json');
echo $status === 202
    ? 'null'
    : json_encode([
        'type' => 'about:blank',
        'title' => [401 => 'The signature does not fit', 404 => 'Not found', 503 => 'Out of order'][$status],
        'status' => $status,
    ]);
