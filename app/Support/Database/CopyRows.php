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
    /** A text of the database has no NUL. */
    private const ESCAPED = ['\\' => '\\\\', "\t" => '\t', "\n" => '\n', "\r" => '\r', "\0" => ''];

    /**
     * @param  list<array<string, int|string|null>>  $rows  all with the same columns in the same order
     *
     * @throws RuntimeException if the database does not take them
     */
    public static function into(string $table, array $rows): void
    {
        if ($rows === []) {
            return;
        }
        $lines = [];
        foreach ($rows as $row) {
            foreach ($row as $column => $value) {
                if (is_string($value)) {
                    $row[$column] = strpbrk($value, "\\\t\n\r\0") === false ? $value : strtr($value, self::ESCAPED);
                } elseif ($value === null) {
                    $row[$column] = '\N';
                }
            }
            $lines[] = implode("\t", $row);
        }
        /** @var PDO $pdo */
        $pdo = DB::connection()->getPdo();
        if (! $pdo->pgsqlCopyFromArray($table, $lines, "\t", '\\\\N', implode(',', array_keys($rows[0])))) {
            throw new RuntimeException(
                "Rows for {$table} were not taken: ".($pdo->errorInfo()[2] ?? 'no reason given'),
            );
        }
    }

    public static function time(DateTimeInterface $at): string
    {
        return $at->format('Y-m-d H:i:sP');
    }
}
