<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;

/**
 * What the columns of a supplier's files hold.
 *
 * @property int $id
 * @property string $supplier
 * @property array<string, string> $columns field to the name of the column
 */
final class ImportMapping extends Model
{
    use BelongsToWorkspace;

    protected function casts(): array
    {
        return ['columns' => 'array'];
    }
}
