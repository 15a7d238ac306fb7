<?php

declare(strict_types=1);

return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync'],
        'database' => [
            'driver' => 'database',
            'connection' => 'pgsql',
            'table' => 'jobs',
            'queue' => 'default',
            // A job whose worker died is taken up again after so many seconds; no job may run longer.
            'retry_after' => (int) env('QUEUE_RETRY_AFTER', 30),
            // Jobs are rows of the same database: they are written with the work they belong to, or not at all.
            'after_commit' => false,
        ],
    ],
    'failed' => ['driver' => 'database-uuids', 'database' => 'pgsql', 'table' => 'failed_jobs'],
];
