<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Support\Messages\Message;
use ErrorException;
use PhpOffice\PhpSpreadsheet\Cell\Cell;
use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Exception as SheetException;
use PhpOffice\PhpSpreadsheet\Reader\IReadFilter;
use PhpOffice\PhpSpreadsheet\Reader\Xlsx;
use PhpOffice\PhpSpreadsheet\RichText\RichText;
use ZipArchive;

/**
 * The first sheet of an Office Open XML workbook (XLSX), written as a CSV file. Formulas count with the value that was
 * saved with them.
 */
final readonly class SheetFile implements IReadFilter
{
    public const MOST_ROWS = 30_000;

    private const MOST_COLUMNS = 60;

    /**
     * Of all parts of the workbook together, unpacked, in bytes: some 300,000 cells, which take about 170 MB to read.
     */
    private const LARGEST = 15_000_000;

    public static function is(string $path): bool
    {
        return file_get_contents($path, length: 4) === "PK\x03\x04";
    }

    /**
     * @return string the sheet's name
     *
     * @throws UnreadableFile
     */
    public function writeCsv(string $path, string $to): string
    {
        $this->checkSize($path);
        $reader = new Xlsx();
        $reader->setReadDataOnly(true);
        $reader->setReadEmptyCells(false);
        $reader->setReadFilter($this);
        try {
            $names = $reader->listWorksheetNames($path);
            $reader->setLoadSheetsOnly(array_slice($names, 0, 1));
            $sheet = $reader->load($path)->getSheet(0);
        } catch (SheetException|ErrorException $e) {
            throw new UnreadableFile(
                Message::of('workbook_unreadable'),
                previous: $e,
            );
        }
        if ($sheet->getHighestDataRow() > self::MOST_ROWS) {
            throw new UnreadableFile(
                Message::of('workbook_too_many_rows', most: self::MOST_ROWS),
            );
        }
        $last = $sheet->getHighestDataColumn();
        $out = fopen($to, 'wb') ?: throw new UnreadableFile(Message::of('file_unreadable'));
        foreach ($sheet->getRowIterator() as $row) {
            $cells = [];
            foreach ($row->getCellIterator('A', $last) as $cell) {
                $cells[] = self::text($cell);
            }
            fputcsv($out, $cells, ';', '"', '');
        }
        fclose($out);

        return $sheet->getTitle();
    }

    /** One row beyond the limit is read, to see that there are too many. */
    public function readCell(string $columnAddress, int $row, string $worksheetName = ''): bool
    {
        return $row <= self::MOST_ROWS + 1 &&
            strlen($columnAddress) <= 2 &&
            Coordinate::columnIndexFromString($columnAddress) <= self::MOST_COLUMNS;
    }

    private static function text(Cell $cell): string
    {
        $value = $cell->isFormula() ? $cell->getOldCalculatedValue() : $cell->getValue();

        return match (true) {
            $value instanceof RichText => $value->getPlainText(),
            is_bool($value) => $value ? 'TRUE' : 'FALSE',
            is_scalar($value) => (string) $value,
            default => '',
        };
    }

    /** Looked at before anything is unpacked: a small file can hold a very large one. */
    private function checkSize(string $path): void
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true || $zip->locateName('xl/workbook.xml') === false) {
            throw new UnreadableFile(Message::of('file_neither_csv_nor_workbook'));
        }
        $size = 0;
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $size += $zip->statIndex($i)['size'] ?? 0;
        }
        $zip->close();
        if ($size > self::LARGEST) {
            throw new UnreadableFile(Message::of('workbook_too_large'));
        }
    }
}
