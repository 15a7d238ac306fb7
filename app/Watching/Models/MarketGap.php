<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A thing that other shops sell and we do not.
 *
 * @property int $id
 * @property int $workspace_id
 * @property string $title as the first shop calls it
 * @property string|null $brand
 * @property string|null $gtin
 * @property string|null $mpn
 * @property int|null $cost_minor what it would cost us, in the currency of the workspace
 * @property GapState $state
 * @property int|null $product_id that was made from it
 */
final class MarketGap extends Model
{
    use BelongsToWorkspace;

    public const UPDATED_AT = null;

    protected $attributes = ['state' => 'open'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['state' => GapState::class];
    }

    /** @return HasMany<SiteProduct, $this> */
    public function siteProducts(): HasMany
    {
        return $this->hasMany(SiteProduct::class, 'gap_id');
    }
}
