<?php

declare(strict_types=1);

use Simulators\Common\Response;
use Simulators\Common\Store;
use Simulators\Marketplace\Http\ControlApi;
use Simulators\Marketplace\Http\FennmarktApi;
use Simulators\Marketplace\Http\Gate;
use Simulators\Marketplace\Http\QuaysideApi;

require __DIR__.'/../../../vendor/autoload.php';

$path = (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$method = (string) $_SERVER['REQUEST_METHOD'];
$body = json_decode((string) file_get_contents('php://input'), true);
$body = is_array($body) ? $body : [];
$authorization = $_SERVER['HTTP_AUTHORIZATION'] ?? null;
$store = Store::fromEnvironment();

if (str_starts_with($path, '/control/')) {
    $known = hash_equals('Bearer '.$store->config['control_token'], (string) $authorization);
    ($known
        ? (new ControlApi($store))->answer($method, $path, $body)
        : Response::problem(401, 'unknown token')
    )->send();
} elseif ($path === '/up') {
    (new Response(200, ['up' => $store->one('SELECT 1 AS up') !== null]))->send();
} elseif ($store->config['name'] === 'Fennmarkt') {
    $stopped = (new Gate($store))->stop($_SERVER['HTTP_X_SELLER_KEY'] ?? null);
    ($stopped ?? (new FennmarktApi($store))->answer($method, $path, $_GET, $body))->send();
} else {
    $stopped = (new Gate($store))->stop(preg_replace('/^Bearer /', '', (string) $authorization));
    (
        $stopped ??
        (new QuaysideApi($store))->answer($method, $path, $_GET, $body, $_SERVER['HTTP_IDEMPOTENCY_KEY'] ?? null)
    )->send();
}
