<?php

declare(strict_types=1);

namespace App\Watching\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use App\Watching\Trust\DocumentCast;
use App\Watching\Trust\FoundOffer;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What another shop sells, as one of its pages says; each variant that has a price of its own by itself.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $site_id
 * @property string $url
 * @property string|null $variant
 * @property string $title with the variant, if the page names one
 * @property string|null $brand
 * @property string|null $gtin
 * @property string|null $mpn
 * @property string|null $sku
 * @property int|null $price_minor
 * @property string|null $currency ISO 4217
 * @property bool|null $tax_included as the page says it
 * @property bool $in_stock
 * @property string $condition
 * @property FoundOffer|null $offer as it was read, where the page is about this one only; its reading has no number
 * @property CarbonImmutable $first_seen_at
 * @property CarbonImmutable $seen_at
 * @property CarbonImmutable|null $gone_at since when its page has it no more
 * @property CarbonImmutable|null $matched_at null: it is to be compared with ours
 * @property int|null $gap_id what is not ours is part of a gap
 * @property Site $site
 */
final class SiteProduct extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected $dateFormat = Watch::TIME;

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'first_seen_at' => 'immutable_datetime',
            'seen_at' => 'immutable_datetime',
            'gone_at' => 'immutable_datetime',
            'matched_at' => 'immutable_datetime',
            'offer' => DocumentCast::class.':'.FoundOffer::class,
            'in_stock' => 'bool',
            'tax_included' => 'bool',
        ];
    }

    /** @return BelongsTo<Site, $this> */
    public function site(): BelongsTo
    {
        return $this->belongsTo(Site::class);
    }
}
