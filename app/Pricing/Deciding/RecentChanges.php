<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Carbon\CarbonInterface;

/** Asked by the pricing side, answered by the publishing side: how often did a listing's price change lately? */
interface RecentChanges
{
    /**
     * @param  list<int>  $listingIds
     * @return array<int, int> by listing; those without a change are left out
     */
    public function since(CarbonInterface $since, array $listingIds): array;
}
