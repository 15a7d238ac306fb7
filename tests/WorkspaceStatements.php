<?php

declare(strict_types=1);

namespace Tests;

use PDO;

/**
 * Tells whether a statement that touches the table of a workspace says whose rows it means: it names the workspace, or
 * rows by their keys. What is meant for all workspaces at once says so in a comment.
 */
final readonly class WorkspaceStatements
{
    /** @param  list<string>  $tables  that hold rows of workspaces */
    private function __construct(private array $tables)
    {
    }

    public static function of(PDO $database): self
    {
        $tables = $database->query(
            <<<'SQL'
            SELECT c.table_name
            FROM information_schema.columns c
            JOIN information_schema.tables t USING (table_schema, table_name)
            WHERE c.table_schema = 'public' AND c.column_name = 'workspace_id' AND t.table_type = 'BASE TABLE'
            SQL,
        );

        return new self($tables === false ? [] : $tables->fetchAll(PDO::FETCH_COLUMN));
    }

    public function isBound(string $sql): bool
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
        preg_match_all('/\b(?:from|join|update|into)\s+"?(\w+)"?/i', $sql, $named);

        return array_intersect($named[1], $this->tables) === [];
    }
}
