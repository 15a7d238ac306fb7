<?php

declare(strict_types=1);

namespace App\Support\Database;

use DateTimeInterface;
use Illuminate\Support\Facades\DB;
use PDO;
use RuntimeException;

/** Writes many rows at once by COPY, PostgreSQL's way for bulk; within the transaction that is open. */
final readonly class CopyRows
{
    private const ESCAPED = ['\\' => '\\\\', "\t" => '\t', "\n" => '\n', "\r" => '\r'];

    /**
     * @param  list<array<string, int|string|bool|DateTimeInterface|null>>  $rows  all with the same columns in the same order
     *
     * @throws RuntimeException if the database does not take them
     */
    public static function into(string $table, array $rows): void
    {
        if ($rows === []) {
            return;
        }
        $lines = array_map(fn (array $row) => implode("\t", array_map(self::field(...), $row)), $rows);
        /** @var PDO $pdo */
        $pdo = DB::connection()->getPdo();
        if (! $pdo->pgsqlCopyFromArray($table, $lines, "\t", '\\\\N', implode(',', array_keys($rows[0])))) {
            throw new RuntimeException("Rows for {$table} were not taken: ".($pdo->errorInfo()[2] ?? 'no reason given'));
        }
    }

    private static function field(int|string|bool|DateTimeInterface|null $value): string
    {
        return match (true) {
            $value === null => '\N',
            is_bool($value) => $value ? 't' : 'f',
            $value instanceof DateTimeInterface => $value->format('Y-m-d H:i:sP'),
            is_string($value) => strtr($value, self::ESCAPED),
            default => (string) $value,
        };
    }
}
