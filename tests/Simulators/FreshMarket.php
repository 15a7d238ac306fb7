<?php

declare(strict_types=1);

namespace Tests\Simulators;

use PDO;
use Simulators\Common\Store;
use Simulators\Marketplace\Setup;

/** A marketplace of its own for each test, of which a corner is enough to look at. */
trait FreshMarket
{
    /** Monday, 2 March 2026, 09:00 UTC. */
    private const OPENS = 1_772_442_000;

    private const DATABASE = 'wrasse_simulator';

    private Store $store;

    private function market(int $seed = 7, string $name = 'Quayside'): Store
    {
        $home = (string) getenv('WRASSE_HOME');
        /** @var array<string, string> $settings */
        $settings = parse_ini_file("{$home}/.env", scanner_mode: INI_SCANNER_RAW);
        $dsn = "pgsql:host={$settings['DB_HOST']};port={$settings['DB_PORT']};dbname=";
        $admin = new PDO($dsn.'postgres', $settings['DB_USERNAME'], $settings['DB_PASSWORD']);
        unset($this->store);
        $admin->exec('DROP DATABASE IF EXISTS '.self::DATABASE.' WITH (FORCE)');
        $admin->exec('CREATE DATABASE '.self::DATABASE);
        $store = new Store([
            'name' => $name,
            'dsn' => $dsn.self::DATABASE,
            'user' => $settings['DB_USERNAME'],
            'password' => $settings['DB_PASSWORD'],
            'seed' => $seed,
            'speed' => 0,
            'seller' => 'kettle-crock',
            'token' => 'token',
            'control_token' => 'control',
        ]);
        (new Setup($store))->run(self::OPENS);
        $first = strtoupper(substr($name, 0, 2)).'-';
        $store->run(
            "DELETE FROM offer WHERE item_id NOT IN (SELECT id FROM item ORDER BY sku DESC LIMIT 30) AND item_id NOT IN ('{$first}1101', '{$first}1102')",
        );

        return $store;
    }
}
