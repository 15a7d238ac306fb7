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
$kept = fn (string $name): array => ['options' => env('DB_PERSISTENT', false) ? [PDO::ATTR_PERSISTENT => $name] : []];

return [
    'default' => 'pgsql',
    'connections' => [
        'pgsql' => [...$database, ...$kept('main')],
        // Locks are taken in a session of their own: one that is taken already must not abort the transaction at hand.
        'locks' => [...$database, ...$kept('locks')],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
];
