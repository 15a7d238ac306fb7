<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Market\Actions\ChangesOnTheirWay;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;

final readonly class FindChangesOnTheirWay implements ChangesOnTheirWay
{
    /** A marketplace may go on showing the old price for so long after it has shown the new one. */
    private const SETTLING_SECONDS = 30;

    public function isOnItsWay(int $listingId): bool
    {
        return PriceChange::query()->where('listing_id', $listingId)->where(
            fn ($query) => $query->whereIn('state', ChangeState::OPEN)->orWhere('settled_at', '>', now()->subSeconds(self::SETTLING_SECONDS)),
        )->exists();
    }
}
