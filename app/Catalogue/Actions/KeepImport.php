<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Imports\CsvFile;
use App\Catalogue\Imports\SheetFile;
use App\Catalogue\Imports\UnreadableFile;
use App\Catalogue\Models\Import;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;

/** Keeps a file that was brought, if it can be read. */
final readonly class KeepImport
{
    /** @throws UnreadableFile */
    public function handle(string $path, string $name): Import
    {
        $sheet = null;
        if (SheetFile::is($path)) {
            $csv = (string) tempnam(sys_get_temp_dir(), 'sheet');
            $sheet = (new SheetFile)->writeCsv($path, $csv);
            $path = $csv;
        }
        $file = CsvFile::open($path);
        $rows = $file->count();
        if ($rows === 0) {
            throw new UnreadableFile('There is nothing below the header.');
        }
        $import = new Import([
            'id' => (string) Str::uuid7(), 'file_name' => mb_substr($name, 0, 255),
            'layout' => ['delimiter' => $file->delimiter, 'encoding' => $file->encoding, 'header' => $file->header, 'decimal' => $file->decimal(), 'rows' => $rows, 'sheet' => $sheet],
        ]);
        File::ensureDirectoryExists(dirname($import->path()));
        File::copy($path, $import->path());
        $import->save();
        if ($sheet !== null) {
            File::delete($path);
        }

        return $import;
    }
}
