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

    /** @var array<string, true> databases that have been filled, by name */
    private static array $filled = [];

    private function market(int $seed = 7, string $name = 'Quayside'): Store
    {
        $home = (string) getenv('WRASSE_HOME');
        /** @var array<string, string> $settings */
        $settings = parse_ini_file("{$home}/.env", scanner_mode: INI_SCANNER_RAW);
        $dsn = "pgsql:host={$settings['DB_HOST']};port={$settings['DB_PORT']};dbname=";
        $admin = new PDO($dsn.'postgres', $settings['DB_USERNAME'], $settings['DB_PASSWORD']);
        unset($this->store);
        $store = fn (string $database): Store => new Store([
            'name' => $name,
            'dsn' => $dsn.$database,
            'user' => $settings['DB_USERNAME'],
            'password' => $settings['DB_PASSWORD'],
            'seed' => $seed,
            'speed' => 0,
            'seller' => 'kettle-crock',
            'token' => 'token',
            'control_token' => 'control',
        ]);
        // Filling one takes seconds, copying it does not.
        $filled = self::DATABASE.'_'.strtolower($name)."_{$seed}";
        if (! isset(self::$filled[$filled])) {
            $admin->exec("DROP DATABASE IF EXISTS {$filled} WITH (FORCE)");
            $admin->exec("CREATE DATABASE {$filled}");
            $this->fill($store($filled), $name);
            self::$filled[$filled] = true;
        }
        $admin->exec('DROP DATABASE IF EXISTS '.self::DATABASE.' WITH (FORCE)');
        $admin->exec('CREATE DATABASE '.self::DATABASE." TEMPLATE {$filled}");

        return $store(self::DATABASE);
    }

    private function fill(Store $store, string $name): void
    {
        (new Setup($store))->run(self::OPENS);
        $first = strtoupper(substr($name, 0, 2)).'-';
        $store->run(
            "DELETE FROM offer WHERE item_id NOT IN (SELECT id FROM item ORDER BY sku DESC LIMIT 30) AND item_id NOT IN ('{$first}1101', '{$first}1102')",
        );
    }
}
