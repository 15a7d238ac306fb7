<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Catalogue\Imports\CsvFile;
use App\Support\Messages\Message;
use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Validation\ValidationException;

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

    /**
     * @param  array<string, int|null>  $columns  field to column number
     *
     * @throws ValidationException at the field whose column there is not
     */
    public function checkColumns(array $columns): void
    {
        foreach ($columns as $field => $column) {
            if ($column !== null && $column >= count($this->layout['header'])) {
                throw ValidationException::withMessages(["columns.{$field}" => Message::of('import_no_such_column')]);
            }
        }
    }
}
