<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Support\Messages\Message;
use Generator;

/**
 * A CSV file as spreadsheets save it: RFC 4180 with comma, semicolon or tab, in UTF-8 or Windows-1252, with or without
 * a byte order mark.
 */
final readonly class CsvFile
{
    private const BYTE_ORDER_MARK = "\xEF\xBB\xBF";

    private const SAMPLE_ROWS = 2_000;

    public const MOST_ROWS = 1_000_000;

    public const MOST_COLUMNS = 200;

    private const LONGEST_HEADER = 20_000;

    /** Characters of one row, over all its cells. */
    private const LONGEST_ROW = 200_000;

    /** @param  list<string>  $header */
    private function __construct(
        private string $path,
        public string $encoding,
        public string $delimiter,
        public array $header,
    ) {
    }

    /** @throws UnreadableFile */
    public static function open(string $path): self
    {
        $start = (string) file_get_contents($path, length: 65_536);
        if (trim($start) === '') {
            throw new UnreadableFile(Message::of('file_empty'));
        }
        if (str_starts_with($start, "\xFF\xFE") || str_starts_with($start, "\xFE\xFF")) {
            throw new UnreadableFile(
                Message::of('file_utf16'),
            );
        }
        if (preg_match('/[\x00-\x08\x0E-\x1F]/', $start) === 1) {
            throw new UnreadableFile(Message::of('file_not_csv'));
        }
        $encoding = self::encoding($path);
        $firstLine = strtok(str_starts_with($start, self::BYTE_ORDER_MARK) ? substr($start, 3) : $start, "\r\n") ?: '';
        if (strlen($firstLine) > self::LONGEST_HEADER) {
            throw new UnreadableFile(
                Message::of('file_header_too_long', most: self::LONGEST_HEADER),
            );
        }
        $counts = array_map(fn (string $delimiter) => substr_count($firstLine, $delimiter), [
            ';' => ';',
            ',' => ',',
            "\t" => "\t",
        ]);
        arsort($counts);
        $delimiter = (string) array_key_first($counts);
        if ($counts[$delimiter] === 0) {
            throw new UnreadableFile(
                Message::of('file_one_column'),
            );
        }
        $file = new self($path, $encoding, $delimiter, []);
        foreach ($file->records() as $record) {
            return new self($path, $encoding, $delimiter, array_map(trim(...), $record));
        }
        throw new UnreadableFile(Message::of('file_empty'));
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

    /** How many rows there are below the header. */
    public function count(): int
    {
        return iterator_count($this->rows());
    }

    /**
     * The separator before the decimals, as the figures of the file show it; null where they show none, or both.
     *
     * @return '.'|','|null
     */
    public function decimal(): ?string
    {
        $found = [];
        $rows = 0;
        foreach ($this->rows() as $row) {
            foreach ($row as $cell) {
                if (
                    preg_match(
                        '/^\D{0,4}\d{1,3}(?:[.,\s\x{00A0}\'’]?\d{3})*([.,])(?:\d{1,2}|\d{4,})\D{0,4}\z/u',
                        trim($cell),
                        $part,
                    ) === 1
                ) {
                    $found[$part[1] === ',' ? ',' : '.'] = true;
                }
            }
            if (++$rows >= self::SAMPLE_ROWS) {
                break;
            }
        }

        return count($found) === 1 ? array_key_first($found) : null;
    }

    /** @return Generator<int, list<string>> */
    private function records(): Generator
    {
        $handle = fopen($this->path, 'rb') ?: throw new UnreadableFile(Message::of('file_unreadable'));
        try {
            if (fread($handle, 3) !== self::BYTE_ORDER_MARK) {
                rewind($handle);
            }
            $line = 1;
            $rows = 0;
            while (($record = fgetcsv($handle, null, $this->delimiter, '"', '')) !== false) {
                $this->checkSize($record, $line, $rows++);
                $record = array_map(fn (?string $cell) => $this->decode((string) $cell), $record);
                yield $line => $record;
                $line += 1 + array_sum(array_map(fn (string $cell) => substr_count($cell, "\n"), $record));
            }
        } finally {
            fclose($handle);
        }
    }

    /**
     * @param  list<string|null>  $record
     *
     * @throws UnreadableFile
     */
    private function checkSize(array $record, int $line, int $rowsBefore): void
    {
        if (count($record) > self::MOST_COLUMNS) {
            throw new UnreadableFile(
                Message::of(
                    'file_line_too_many_columns',
                    line: $line,
                    record: count($record),
                    most: self::MOST_COLUMNS,
                ),
            );
        }
        if (array_sum(array_map(fn (?string $cell) => strlen((string) $cell), $record)) > self::LONGEST_ROW) {
            throw new UnreadableFile(
                Message::of('file_line_too_long', line: $line, most: self::LONGEST_ROW),
            );
        }
        if ($rowsBefore > self::MOST_ROWS) {
            throw new UnreadableFile(Message::of('file_too_many_rows', most: self::MOST_ROWS));
        }
    }

    /**
     * UTF-8 if all of the file is, else Windows-1252.
     *
     * @throws UnreadableFile if the file breaks off within a quoted cell
     */
    private static function encoding(string $path): string
    {
        $handle = fopen($path, 'rb') ?: throw new UnreadableFile(Message::of('file_unreadable'));
        $isUtf8 = true;
        $quotes = 0;
        while (($line = fgets($handle, 1_048_576)) !== false) {
            $isUtf8 = $isUtf8 && mb_check_encoding($line, 'UTF-8');
            $quotes += substr_count($line, '"');
        }
        fclose($handle);
        if ($quotes % 2 === 1) {
            throw new UnreadableFile(
                Message::of('file_breaks_off'),
            );
        }

        return $isUtf8 ? 'UTF-8' : 'Windows-1252';
    }

    private function decode(string $cell): string
    {
        return $this->encoding === 'UTF-8' ? $cell : mb_convert_encoding($cell, 'UTF-8', $this->encoding);
    }
}
