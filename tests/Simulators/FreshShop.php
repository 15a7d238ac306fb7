<?php

declare(strict_types=1);

namespace Tests\Simulators;

use PDO;
use Simulators\Common\Store;
use Simulators\Shop\Shop;

/** A database of its own for our simulated shop, and for those of others, which share it. */
trait FreshShop
{
    private const DATABASE = 'wrasse_simulator_shop';

    private function freshShop(): Store
    {
        $home = (string) getenv('WRASSE_HOME');
        /** @var array<string, string> $settings */
        $settings = parse_ini_file("{$home}/.env", scanner_mode: INI_SCANNER_RAW);
        $dsn = "pgsql:host={$settings['DB_HOST']};port={$settings['DB_PORT']};dbname=";
        $admin = new PDO($dsn.'postgres', $settings['DB_USERNAME'], $settings['DB_PASSWORD']);
        $admin->exec('DROP DATABASE IF EXISTS '.self::DATABASE.' WITH (FORCE)');
        $admin->exec('CREATE DATABASE '.self::DATABASE);
        $store = new Store([
            'name' => 'Shop',
            'dsn' => $dsn.self::DATABASE,
            'user' => $settings['DB_USERNAME'],
            'password' => $settings['DB_PASSWORD'],
            'seed' => 3,
            'token' => 'token',
            'control_token' => 'control',
        ]);
        (new Shop($store))->setUp();

        return $store;
    }
}
