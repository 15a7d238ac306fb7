<?php

declare(strict_types=1);

namespace App\Catalogue\Exports;

use App\Support\Csv\CsvText;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A CSV file that is written while it is sent. */
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
            fwrite($out, CsvText::BYTE_ORDER_MARK);
            CsvText::put($out, $header, $delimiter);
            $count = 0;
            foreach ($rows as $row) {
                CsvText::put($out, $row, $delimiter);
                if (++$count % self::FLUSH_ROWS === 0) {
                    flush();
                }
            }
            fclose($out);
        };

        return new StreamedResponse($write, 200, [
            'Content-Type' => 'text/csv; charset=UTF-8',
            'Content-Disposition' => 'attachment; filename="'.preg_replace('/[^\w.-]+/', '-', $name).'"',
            'X-Accel-Buffering' => 'no',
        ]);
    }
}
