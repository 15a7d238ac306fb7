<?php

declare(strict_types=1);

$database = [
    'driver' => 'pgsql',
    'host' => env('DB_HOST', '127.0.0.1'),
    'port' => env('DB_PORT', '5432'),
    'database' => env('DB_DATABASE', 'wrasse'),
    'username' => env('DB_USERNAME', 'wrasse'),
    'password' => env('DB_PASSWORD', ''),
    'charset' => 'utf8',
    'prefix' => '',
    'search_path' => 'public',
    'timezone' => 'UTC',
];

// Between requests of the web a connection stays: making one costs more than most queries. Each is kept by its name.
$kept = fn (string $name): array => env('DB_PERSISTENT', false) ? [PDO::ATTR_PERSISTENT => $name] : [];
// Hardly a statement is run twice: it goes to the server whole, instead of being prepared, run and forgotten in three
// rounds.
$options = fn (string $name): array => ['options' => [PDO::PGSQL_ATTR_DISABLE_PREPARES => true] + $kept($name)];

return [
    'default' => 'pgsql',
    'connections' => [
        'pgsql' => [...$database, ...$options('main')],
        // Locks are taken in a session of their own: one that is taken already must not abort the transaction at hand.
        'locks' => [...$database, ...$options('locks')],
    ],
    // No statement of a web request runs longer.
    'web_statement_timeout_ms' => (int) env('WEB_STATEMENT_TIMEOUT_MS', 8_000),
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
];
