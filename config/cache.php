<?php

declare(strict_types=1);

return [
    'default' => env('CACHE_STORE', 'database'),
    // Counted on each machine by itself: asking the database each time costs more than most requests.
    'limiter' => 'file',
    'stores' => [
        'file' => ['driver' => 'file', 'path' => storage_path('framework/cache/data')],
        'database' => [
            'driver' => 'database',
            'connection' => 'pgsql',
            'table' => 'cache',
            'lock_table' => 'cache_locks',
            'lock_connection' => 'locks',
        ],
        'array' => ['driver' => 'array'],
    ],
    'prefix' => 'wrasse',
];
