<?php

declare(strict_types=1);

namespace App\Catalogue\Exports;

use Symfony\Component\HttpFoundation\StreamedResponse;

/** A CSV file (RFC 4180) that is written while it is sent. With a byte order mark: spreadsheets need it to see that it is UTF-8. */
final readonly class CsvResponse
{
    private const FLUSH_ROWS = 500;

    /**
     * @param  list<string>  $header
     * @param  iterable<list<string|int|null>>  $rows
     * @param  string  $delimiter  semicolons are what spreadsheets expect where decimals are written with a comma
     */
    public static function of(string $name, array $header, iterable $rows, string $delimiter = ','): StreamedResponse
    {
        $write = function () use ($header, $rows, $delimiter): void {
            $out = fopen('php://output', 'wb') ?: throw new \RuntimeException('No output.');
            fwrite($out, "\xEF\xBB\xBF");
            fputcsv($out, array_map(self::safe(...), $header), $delimiter, '"', '', "\r\n");
            $count = 0;
            foreach ($rows as $row) {
                fputcsv($out, array_map(self::safe(...), $row), $delimiter, '"', '', "\r\n");
                if (++$count % self::FLUSH_ROWS === 0) {
                    flush();
                }
            }
            fclose($out);
        };

        return new StreamedResponse($write, 200, [
            'Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="'.preg_replace('/[^\w.-]+/', '-', $name).'"', 'X-Accel-Buffering' => 'no',
        ]);
    }

    /** A text that a spreadsheet would take for a formula is given an apostrophe, as the OWASP advice on CSV injection has it. */
    private static function safe(string|int|null $cell): string
    {
        $text = (string) $cell;

        return is_string($cell) && preg_match('/^[=+\-@\t\r]/', $text) === 1 && preg_match('/^[+-]?[\d.,]+\z/', $text) !== 1 ? "'{$text}" : $text;
    }
}
