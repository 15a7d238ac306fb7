<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'database'),
    'stores' => [
        'database' => ['driver' => 'database', 'connection' => 'pgsql', 'table' => 'cache', 'lock_table' => 'cache_locks', 'lock_connection' => 'locks'],
        'array' => ['driver' => 'array'],
    ],
    'prefix' => 'wrasse',
];
