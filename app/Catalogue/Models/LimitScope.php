<?php

declare(strict_types=1);

namespace App\Catalogue\Models;

use App\Accounts\Models\LimitTermsCast;
use App\Catalogue\Limits\Scope;
use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;

/**
 * Limits for all listings of a channel, supplier, category, brand or product.
 *
 * @property int $id
 * @property int $workspace_id
 * @property Scope $scope
 * @property string $name of the channel, supplier, category or brand; the SKU of the product
 * @property array{floor: list<array<string, mixed>>, ceiling: list<array<string, mixed>>} $limits
 * @property int $version
 */
final class LimitScope extends Model
{
    use BelongsToWorkspace;

    protected function casts(): array
    {
        return ['scope' => Scope::class, 'limits' => LimitTermsCast::class];
    }
}
