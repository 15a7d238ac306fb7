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

    public function among(array $listingIds): array
    {
        $isOnItsWay = fn ($query) => $query
            ->whereIn('state', ChangeState::OPEN)
            ->orWhere('settled_at', '>', now()->subSeconds(self::SETTLING_SECONDS));

        return array_values(
            PriceChange::query()
                ->whereIn('listing_id', $listingIds)
                ->where($isOnItsWay)
                ->toBase()
                ->distinct()
                ->pluck('listing_id')
                ->map(intval(...))
                ->all(),
        );
    }
}
