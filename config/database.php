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

return [
    'default' => 'pgsql',
    'connections' => [
        'pgsql' => $database,
        // Locks are taken in a session of their own: one that is taken already must not abort the transaction at hand.
        'locks' => $database,
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => true],
];
