<?php

declare(strict_types=1);

namespace App\Sourcing\Models;

use App\Catalogue\Models\Listing;
use App\Support\Database\CountsEdits;
use App\Support\Tenancy\BelongsToWorkspace;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * The page where a listing is bought from, and what of ours follows it.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $listing_id
 * @property int $watch_id
 * @property bool $follows_cost its price becomes our unit cost
 * @property bool $follows_stock sold out there, we have none
 * @property int $back_after readings in a row that have it in stock, before we have it again
 * @property int|null $stock_back how many we say then; null: as many as before
 * @property int $added_minor what comes on top for each unit, in the currency of the page
 * @property string|null $tax_percent contained in the price, and got back; null: the price is taken as it is
 * @property int|null $cost_minor what one comes to by the last good reading
 * @property string|null $cost_currency ISO 4217
 * @property CarbonImmutable|null $cost_at
 * @property bool $is_out
 * @property int $good_in_row readings in a row that have it in stock again
 * @property int|null $stock_before ours, before it was sold out there
 * @property int $revision
 * @property Watch $watch
 * @property Listing $listing
 */
final class ListingSource extends Model
{
    use BelongsToWorkspace, CountsEdits;

    public const UPDATED_AT = null;

    protected $attributes = [
        'follows_cost' => true,
        'follows_stock' => true,
        'back_after' => 2,
        'added_minor' => 0,
        'is_out' => false,
        'good_in_row' => 0,
        'revision' => 1,
    ];

    protected $fillable = ['listing_id', 'watch_id', 'follows_cost', 'follows_stock', 'back_after', 'stock_back', 'added_minor', 'tax_percent'];

    protected $dateFormat = Watch::TIME;

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'follows_cost' => 'bool',
            'follows_stock' => 'bool',
            'is_out' => 'bool',
            'cost_at' => 'immutable_datetime',
        ];
    }

    /** @return BelongsTo<Watch, $this> */
    public function watch(): BelongsTo
    {
        return $this->belongsTo(Watch::class);
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }
}
