<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\Model;

/**
 * @property string $id
 * @property int $workspace_id
 * @property string $file_name
 * @property array{delimiter: string, encoding: string, header: list<string>} $layout
 * @property array{changed: int, unchanged: int, refused: list<array{line: int, sku: string, why: string}>}|null $result
 * @property CarbonImmutable|null $applied_at
 */
final class Import extends Model
{
    use BelongsToWorkspace, HasUuids;

    protected function casts(): array
    {
        return ['layout' => 'array', 'result' => 'array', 'applied_at' => 'immutable_datetime'];
    }

    public function path(): string
    {
        return storage_path("app/imports/{$this->id}.csv");
    }
}
