<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Catalogue\Models\Listing;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A listing on which we and a rival step each other down. Amounts in minor units, with shipping.
 *
 * @property int $id
 * @property int $workspace_id
 * @property int $listing_id
 * @property string $seller
 * @property int $rounds
 * @property int $own_from_minor
 * @property int $own_to_minor
 * @property int $rival_to_minor
 * @property CarbonImmutable $since
 * @property CarbonImmutable $last_at
 * @property string|null $answer hold, step_up, ignore or leave
 * @property CarbonImmutable|null $until as long as that holds
 * @property CarbonImmutable|null $answered_at
 * @property int|null $user_id
 * @property Listing $listing
 */
final class PriceWar extends Model
{
    use BelongsToWorkspace;

    public $timestamps = false;

    protected function casts(): array
    {
        return [
            'since' => 'immutable_datetime',
            'last_at' => 'immutable_datetime',
            'until' => 'immutable_datetime',
            'answered_at' => 'immutable_datetime',
        ];
    }

    /** @return BelongsTo<Listing, $this> */
    public function listing(): BelongsTo
    {
        return $this->belongsTo(Listing::class);
    }
}
