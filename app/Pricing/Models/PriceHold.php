<?php

declare(strict_types=1);

namespace App\Pricing\Models;

use App\Accounts\Models\StandsUntil;
use App\Accounts\Models\User;
use App\Support\Database\IdArray;
use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * A price that someone set by hand and that stands: rules leave its listing alone. Amount in minor units.
 *
 * @property int $listing_id
 * @property int $workspace_id
 * @property int $price_minor
 * @property StandsUntil $stands
 * @property CarbonImmutable|null $until with StandsUntil::Hours
 * @property int|null $user_id
 * @property CarbonImmutable $set_at
 * @property CarbonImmutable|null $arrived_at when its channel showed it; until then it is sent as soon as nothing is in
 *     the way
 * @property User|null $user
 */
final class PriceHold extends Model
{
    use BelongsToWorkspace;

    protected $primaryKey = 'listing_id';

    public $incrementing = false;

    public $timestamps = false;

    protected $dateFormat = 'Y-m-d H:i:s.u';

    protected function casts(): array
    {
        return [
            'stands' => StandsUntil::class,
            'until' => 'immutable_datetime',
            'set_at' => 'immutable_datetime',
            'arrived_at' => 'immutable_datetime',
        ];
    }

    /** @param  array<int>  $listingIds  whose prices set by hand stand no longer */
    public static function end(array $listingIds): void
    {
        if ($listingIds !== []) {
            self::query()
                ->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])
                ->delete();
        }
    }

    /** @param  int|null  $marketChangedAt  when the offers of rivals last changed, in microseconds since 1970 */
    public function isOver(?int $marketChangedAt): bool
    {
        return match ($this->stands) {
            StandsUntil::Market => $marketChangedAt !== null && $marketChangedAt > (int) $this->set_at->format('Uu'),
            StandsUntil::Hours => $this->until === null || $this->until->isPast(),
            StandsUntil::Released => false,
        };
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }
}
