<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

/**
 * Asked by the pricing side, answered by the publishing side: which prices are going out already, or wait for a person
 * to look at their run?
 */
interface PricesUnderWay
{
    /**
     * They stay as they are until the end of the transaction.
     *
     * @param  list<int>  $listingIds
     * @return array<int, OpenPrice> by listing
     */
    public function of(array $listingIds): array;
}
