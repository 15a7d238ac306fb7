<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Catalogue\Models\Product;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Wrasse\Core\Matching\MatchVerdict;

/**
 * That something another shop sells may be a product of ours.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $site_product_id
 * @property int $product_id
 * @property int $site_id
 * @property MatchVerdict $verdict
 * @property int $score in hundredths
 * @property list<array{kind: string, agreement: string, ours: string, theirs: string, weight: float}> $reasons
 * @property MatchState $state
 * @property CarbonImmutable $proposed_at
 * @property CarbonImmutable|null $decided_at
 * @property string|null $decided_by null: nobody, it was sure enough
 * @property Product $product
 * @property SiteProduct $siteProduct
 * @property int|null $watches_count where they were counted
 */
final class ProductMatch extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected $dateFormat = Watch::TIME;

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'verdict' => MatchVerdict::class,
            'reasons' => 'array',
            'state' => MatchState::class,
            'proposed_at' => 'immutable_datetime',
            'decided_at' => 'immutable_datetime',
        ];
    }

    /** @return BelongsTo<Product, $this> */
    public function product(): BelongsTo
    {
        return $this->belongsTo(Product::class);
    }

    /** @return BelongsTo<SiteProduct, $this> */
    public function siteProduct(): BelongsTo
    {
        return $this->belongsTo(SiteProduct::class);
    }

    /** @return HasMany<Watch, $this> that were made from it */
    public function watches(): HasMany
    {
        return $this->hasMany(Watch::class, 'match_id');
    }
}
