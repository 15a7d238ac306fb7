<?php

declare(strict_types=1);

use Simulators\Common\Store;
use Simulators\Shop\Shop;

require __DIR__.'/../../../vendor/autoload.php';

$body = json_decode((string) file_get_contents('php://input'), true);
(new Shop(Store::fromEnvironment()))
    ->answer(
        (string) $_SERVER['REQUEST_METHOD'],
        (string) parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH),
        $_SERVER['HTTP_AUTHORIZATION'] ?? null,
        $_GET,
        is_array($body) ? $body : [],
    )
    ->send();
