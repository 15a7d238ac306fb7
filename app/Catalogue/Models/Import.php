<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Catalogue\Imports\CsvFile;
use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * A file that was brought, and how it is read.
 *
 * @property string $id
 * @property int $workspace_id
 * @property string $file_name
 * @property array{
 *     delimiter: string,
 *     encoding: string,
 *     header: list<string>,
 *     decimal: '.'|','|null,
 *     rows: int,
 *     sheet?: string|null,
 * } $layout
 */
final class Import extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected function casts(): array
    {
        return ['layout' => 'array'];
    }

    public function path(): string
    {
        return storage_path("app/imports/{$this->id}.csv");
    }

    public function file(): CsvFile
    {
        return CsvFile::withLayout(
            $this->path(),
            $this->layout['encoding'],
            $this->layout['delimiter'],
            $this->layout['header'],
        );
    }
}
