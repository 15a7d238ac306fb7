<?php

declare(strict_types=1);

namespace App\Catalogue\Console;

use App\Catalogue\Imports\CsvFile;
use App\Catalogue\Imports\SheetFile;
use App\Catalogue\Imports\UnreadableFile;
use App\Support\Messages\Message;
use Illuminate\Console\Command;

/** The inside of ReadUpload: reads a file, keeps it as CSV, and prints what is in it as JSON. */
final class ReadImportCommand extends Command
{
    protected $signature = 'import:read {path : the file as it was brought} {csv : where to keep it}';

    protected $description = 'Read a CSV file or workbook';

    protected $hidden = true;

    public function handle(): int
    {
        try {
            $answer = $this->read((string) $this->argument('path'), (string) $this->argument('csv'));
        } catch (UnreadableFile $e) {
            $answer = ['problem' => $e->said()->stored()];
        }
        $this->output->write(json_encode($answer, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE));

        return self::SUCCESS;
    }

    /**
     * @return array<string, mixed> the layout of the file
     *
     * @throws UnreadableFile
     */
    private function read(string $path, string $csv): array
    {
        $sheet = null;
        if (SheetFile::is($path)) {
            $sheet = (new SheetFile())->writeCsv($path, $csv);
        } elseif (! copy($path, $csv)) {
            throw new UnreadableFile(Message::of('file_not_kept'));
        }
        $file = CsvFile::open($csv);
        $rows = $file->count();
        if ($rows === 0) {
            throw new UnreadableFile(Message::of('file_no_rows'));
        }

        return [
            'delimiter' => $file->delimiter,
            'encoding' => $file->encoding,
            'header' => $file->header,
            'decimal' => $file->decimal(),
            'rows' => $rows,
            'sheet' => $sheet,
        ];
    }
}
