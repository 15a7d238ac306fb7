<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Support\Database\CountsEdits;
use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property string $name
 * @property string|null $currency ISO 4217, what it invoices in; null: that of the workspace
 * @property array<string, mixed>|null $markup what its goods are offered at, as the core reads it
 */
final class Supplier extends Model
{
    use BelongsToWorkspace;
    use CountsEdits;

    /** @var array<string, mixed> as the database has them for a new row */
    protected $attributes = ['revision' => 1];

    protected function casts(): array
    {
        return ['markup' => 'array'];
    }
}
