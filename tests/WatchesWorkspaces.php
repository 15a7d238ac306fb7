<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Database\Events\QueryExecuted;
use Illuminate\Support\Facades\DB;

/**
 * Fails a test in which a statement touches the table of a workspace without saying whose rows it means: it names the workspace, or rows by their
 * keys. What is meant for all workspaces at once says so in a comment.
 */
trait WatchesWorkspaces
{
    /** @var list<string>|null tables that hold rows of workspaces */
    private static ?array $workspaceTables = null;

    /** @var array<string, true> */
    private array $unboundStatements = [];

    private bool $isWatching = false;

    protected function watchWorkspaces(): void
    {
        self::$workspaceTables ??= array_column(
            DB::select(
                <<<'SQL'
                SELECT c.table_name FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
                WHERE c.table_schema = 'public' AND c.column_name = 'workspace_id' AND t.table_type = 'BASE TABLE'
                SQL,
            ),
            'table_name',
        );
        $this->isWatching = true;
        DB::listen(function (QueryExecuted $query): void {
            if ($this->isWatching && ! $this->isBound($query->sql) && ! $this->isOfTest()) {
                $this->unboundStatements[$query->sql] = true;
            }
        });
    }

    private function isBound(string $sql): bool
    {
        if (str_contains($sql, 'workspace_id') || str_contains($sql, '/* all workspaces */')) {
            return true;
        }
        if (
            preg_match(
                '/\b(?:\w+\.)?"?(?:\w+_)?(?:id|key|token|email)"?\s*(?:=|in)\s*(?:\(?\s*(?:\?|any|\$\d|\d)|\w+\.)/i',
                $sql,
            ) === 1
        ) {
            return true;
        }
        preg_match_all('/\b(?:from|join|update|into)\s+"?(\w+)"?/i', $sql, $tables);

        return array_intersect($tables[1], self::$workspaceTables ?? []) === [];
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
