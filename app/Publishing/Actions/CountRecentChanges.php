<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Deciding\RecentChanges;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Database\IdArray;
use Carbon\CarbonInterface;

final readonly class CountRecentChanges implements RecentChanges
{
    public function since(CarbonInterface $since, array $listingIds): array
    {
        /** @var array<int, int> */
        return PriceChange::query()
            ->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])
            ->where('state', ChangeState::Confirmed)
            ->where('settled_at', '>', $since)
            ->groupBy('listing_id')
            ->selectRaw('listing_id, count(*) AS times')
            ->pluck('times', 'listing_id')
            ->all();
    }
}
