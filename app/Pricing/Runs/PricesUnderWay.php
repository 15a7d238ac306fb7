<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

/** Asked by the pricing side, answered by the publishing side: which prices are going out already, or wait for a person to look at their run? */
interface PricesUnderWay
{
    /**
     * @param  list<int>  $listingIds
     * @return array<int, int|null> by listing: the price on its way, in minor units; null where any price of it waits with its run
     */
    public function of(array $listingIds): array;
}
