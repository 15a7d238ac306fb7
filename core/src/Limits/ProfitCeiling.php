<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\EarningsCondition;

/** Amounts in minor units. */
final readonly class ProfitCeiling extends EarningsCeiling
{
    public function __construct(private int $amount)
    {
    }

    protected function exceeded(int $totalCost): EarningsCondition
    {
        return EarningsCondition::profitAbove($this->amount, $totalCost);
    }

    public function says(Listing $listing): string
    {
        return $listing->currency->format($this->amount).' profit';
    }
}
