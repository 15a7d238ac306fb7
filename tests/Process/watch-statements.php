<?php

declare(strict_types=1);

use Illuminate\Database\Connection;
use Tests\Process\WatchedConnection;

// Run before the application in the processes of these tests (auto_prepend_file).
require_once dirname(__DIR__, 2).'/vendor/autoload.php';

Connection::resolverFor('pgsql', fn (mixed ...$connection) => new WatchedConnection(...$connection));
