<?php

declare(strict_types=1);

namespace App\Market\Models;

use App\Support\Tenancy\BelongsToWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Model;

/**
 * The current market of one listing: the other sellers' offers, in one row.
 *
 * @property int $listing_id
 * @property int $workspace_id
 * @property list<array<string, mixed>> $offers as the pricing core reads them, without seen_at
 * @property string|null $packed the same as decisions read them; null where they came in past our observation
 * @property string $web JSON: offers of other shops, as WebOffers reads them
 * @property array<string, string> $dropped why an offer does not count, by offer as the core's Dropped::key() tells
 *     them apart
 * @property CarbonImmutable $seen_at
 * @property CarbonImmutable $changed_at
 */
final class ListingMarket extends Model
{
    use BelongsToWorkspace;

    protected $dateFormat = 'Y-m-d H:i:s.u';

    protected $primaryKey = 'listing_id';

    public $incrementing = false;

    public $timestamps = false;

    protected function casts(): array
    {
        return [
            'offers' => 'array',
            'dropped' => 'array',
            'seen_at' => 'immutable_datetime',
            'changed_at' => 'immutable_datetime',
        ];
    }
}
