<?php

declare(strict_types=1);

namespace App\Support\Csv;

use RuntimeException;

/** CSV (RFC 4180) as spreadsheets open it without doing harm. */
final readonly class CsvText
{
    /** Spreadsheets need it to see that it is UTF-8. */
    public const BYTE_ORDER_MARK = "\xEF\xBB\xBF";

    /**
     * @param  resource  $out
     * @param  list<string|int|null>  $row
     */
    public static function put($out, array $row, string $delimiter = ','): void
    {
        fputcsv($out, array_map(self::safe(...), $row), $delimiter, '"', '', "\r\n");
    }

    /**
     * A small file as a whole, without byte order mark: for programs.
     *
     * @param  list<string>  $header
     * @param  list<list<string|int|null>>  $rows
     */
    public static function of(array $header, array $rows): string
    {
        $out = fopen('php://memory', 'w+b') ?: throw new RuntimeException('No memory.');
        foreach ([$header, ...$rows] as $row) {
            self::put($out, $row);
        }
        rewind($out);

        return (string) stream_get_contents($out);
    }

    /**
     * A text that a spreadsheet would take for a formula is given an apostrophe, as the OWASP advice on CSV injection
     * has it.
     */
    private static function safe(string|int|null $cell): string
    {
        $text = (string) $cell;

        return is_string($cell) &&
            preg_match('/^[=+\-@\t\r]/', $text) === 1 &&
            preg_match('/^[+-]?[\d.,]+\z/', $text) !== 1
            ? "'{$text}"
            : $text;
    }
}
