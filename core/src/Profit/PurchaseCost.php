<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;

/** What one unit costs us where we buy it at a price that everyone pays. */
final readonly class PurchaseCost
{
    private function __construct()
    {
    }

    /**
     * In minor units of the currency of the price.
     *
     * @param  int  $shipping  that the seller charges
     * @param  int  $added  what else comes on top for each unit, without tax
     * @param  Percent|null  $tax  contained in price and shipping, and got back; null: none is
     */
    public static function of(int $price, int $shipping, int $added, ?Percent $tax): int
    {
        $paid = $price + $shipping;

        return ($tax === null ? $paid : (new Tax($tax, true))->net($paid)) + $added;
    }
}
