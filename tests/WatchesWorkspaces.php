<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;

/** Fails a test in which a statement touches the table of a workspace without saying whose rows it means. */
trait WatchesWorkspaces
{
    private static ?WorkspaceStatements $statements = null;

    /** @var array<string, true> */
    private array $unboundStatements = [];

    private bool $isWatching = false;

    protected function watchWorkspaces(): void
    {
        $statements = self::$statements ??= WorkspaceStatements::of(DB::connection()->getPdo());
        $this->isWatching = true;
        DB::listen(function (QueryExecuted $query) use ($statements): void {
            if ($this->isWatching && ! $statements->isBound($query->sql) && ! $this->isOfTest()) {
                $this->unboundStatements[$query->sql] = true;
            }
        });
    }

    /** Statements of the test's own code are not looked at. */
    private function isOfTest(): bool
    {
        foreach (debug_backtrace(DEBUG_BACKTRACE_IGNORE_ARGS) as $frame) {
            $file = $frame['file'] ?? '';
            if (str_starts_with($file, base_path('app/'))) {
                return false;
            }
        }

        return true;
    }
}
