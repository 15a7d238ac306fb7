<?php

declare(strict_types=1);

namespace Tests\Process;

use Illuminate\Database\PostgresConnection;
use Tests\WorkspaceStatements;

/** Writes down statements of real processes that do not say whose rows they mean. */
final class WatchedConnection extends PostgresConnection
{
    private ?WorkspaceStatements $statements = null;

    public static function path(): string
    {
        return getenv('WRASSE_HOME').'/unbound-statements.txt';
    }

    public function logQuery($query, $bindings, $time = null): void
    {
        parent::logQuery($query, $bindings, $time);
        if (! ($this->statements ??= WorkspaceStatements::of($this->getPdo()))->isBound($query)) {
            file_put_contents(self::path(), "{$query}\n", FILE_APPEND | LOCK_EX);
        }
    }
}
