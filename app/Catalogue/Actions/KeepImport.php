<?php

declare(strict_types=1);

namespace App\Catalogue\Actions;

use App\Catalogue\Imports\ReadUpload;
use App\Catalogue\Imports\UnreadableFile;
use App\Catalogue\Models\Import;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;

/** Keeps a file that was brought, if it can be read. */
final readonly class KeepImport
{
    public function __construct(private ReadUpload $read)
    {
    }

    /** @throws UnreadableFile */
    public function handle(string $path, string $name): Import
    {
        $import = new Import(['id' => (string) Str::uuid7(), 'file_name' => mb_substr($name, 0, 255)]);
        File::ensureDirectoryExists(dirname($import->path()));
        try {
            $import->layout = $this->read->handle($path, $import->path());
        } catch (UnreadableFile $e) {
            File::delete($import->path());
            throw $e;
        }
        $import->save();

        return $import;
    }
}
