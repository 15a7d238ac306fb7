<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use Generator;

/** A CSV file as spreadsheets save it: RFC 4180 with comma, semicolon or tab, in UTF-8 or Windows-1252, with or without a byte order mark. */
final readonly class CsvFile
{
    private const BYTE_ORDER_MARK = "\xEF\xBB\xBF";

    /** @param  list<string>  $header */
    private function __construct(private string $path, public string $encoding, public string $delimiter, public array $header)
    {
    }

    /** @throws UnreadableFile */
    public static function open(string $path): self
    {
        $start = (string) file_get_contents($path, length: 65_536);
        $isWhole = strlen($start) < 65_536;
        if (trim($start) === '') {
            throw new UnreadableFile('The file is empty.');
        }
        if (str_contains($start, "\0")) {
            throw new UnreadableFile('This is not a CSV file. In a spreadsheet, save it as “CSV (comma separated)”.');
        }
        // A character may be cut in two at the end of what was read.
        $sample = $isWhole ? $start : substr($start, 0, (int) strrpos($start, "\n"));
        $encoding = mb_check_encoding($sample, 'UTF-8') ? 'UTF-8' : 'Windows-1252';
        $firstLine = strtok(ltrim($sample, self::BYTE_ORDER_MARK), "\r\n") ?: '';
        $counts = array_map(fn (string $delimiter) => substr_count($firstLine, $delimiter), [';' => ';', ',' => ',', "\t" => "\t"]);
        arsort($counts);
        $delimiter = (string) array_key_first($counts);
        if ($counts[$delimiter] === 0) {
            throw new UnreadableFile('The first line has only one column. A header such as “SKU;Cost” is needed, with columns separated by comma, semicolon or tab.');
        }
        $file = new self($path, $encoding, $delimiter, []);
        foreach ($file->records() as $record) {
            return new self($path, $encoding, $delimiter, array_map(trim(...), $record));
        }
        throw new UnreadableFile('The file is empty.');
    }

    /** @param  list<string>  $header */
    public static function withLayout(string $path, string $encoding, string $delimiter, array $header): self
    {
        return new self($path, $encoding, $delimiter, $header);
    }

    /**
     * The rows below the header, by the line they start on; rows without any content are left out.
     *
     * @return Generator<int, list<string>>
     */
    public function rows(): Generator
    {
        $isHeader = true;
        foreach ($this->records() as $line => $record) {
            if (! $isHeader && implode('', array_map(trim(...), $record)) !== '') {
                yield $line => $record;
            }
            $isHeader = false;
        }
    }

    /** @return Generator<int, list<string>> */
    private function records(): Generator
    {
        $handle = fopen($this->path, 'rb') ?: throw new UnreadableFile('The file could not be read.');
        try {
            if (fread($handle, 3) !== self::BYTE_ORDER_MARK) {
                rewind($handle);
            }
            $line = 1;
            while (($record = fgetcsv($handle, null, $this->delimiter, '"', '')) !== false) {
                $record = array_map(fn (?string $cell) => $this->decode((string) $cell), $record);
                yield $line => $record;
                $line += 1 + array_sum(array_map(fn (string $cell) => substr_count($cell, "\n"), $record));
            }
        } finally {
            fclose($handle);
        }
    }

    private function decode(string $cell): string
    {
        return $this->encoding === 'UTF-8' ? mb_scrub($cell, 'UTF-8') : mb_convert_encoding($cell, 'UTF-8', $this->encoding);
    }
}
