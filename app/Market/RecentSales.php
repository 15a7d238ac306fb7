<?php

declare(strict_types=1);

namespace App\Market;

use App\Support\Database\IdArray;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** What was sold in the last 30 days: what moves of prices are weighed by. */
final readonly class RecentSales
{
    public const DAYS = 30;

    /** Listings of which any were sold: listing_id, units and revenue_minor. */
    public static function of(int $workspaceId): Builder
    {
        return DB::table('sales_days')
            ->where('workspace_id', $workspaceId)
            ->where('day', '>=', now()->subDays(self::DAYS)->toDateString())
            ->groupBy('listing_id')
            ->havingRaw('sum(units) > 0')
            ->selectRaw('listing_id, sum(units) AS units, sum(revenue_minor) AS revenue_minor');
    }

    /**
     * @param  list<int>  $listingIds
     * @return array<int, int> units by listing; those of which none were sold are left out
     */
    public static function units(int $workspaceId, array $listingIds): array
    {
        return self::of($workspaceId)
            ->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])
            ->pluck('units', 'listing_id')
            ->map(intval(...))
            ->all();
    }
}
