<?php

declare(strict_types=1);

use Simulators\Common\Store;
use Simulators\Shops\Shops;

require __DIR__.'/../../../vendor/autoload.php';

(new Shops(Store::fromEnvironment()))
    ->answer(
        strtolower((string) preg_replace('/:\d+$/', '', (string) ($_SERVER['HTTP_HOST'] ?? ''))),
        (string) $_SERVER['REQUEST_METHOD'],
        (string) $_SERVER['REQUEST_URI'],
        $_SERVER,
        (string) file_get_contents('php://input'),
    )
    ->send();
