<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\SmallestPrice;

/** A floor below which a sale would not earn enough. */
abstract readonly class EarningsFloor implements FloorTerm
{
    abstract protected function condition(int $totalCost): EarningsCondition;

    public function needsCost(): bool
    {
        return true;
    }

    public function smallest(Listing $listing, CompetitorSet $field): int
    {
        return SmallestPrice::from(1, $listing->earnings, $this->conditionFor($listing));
    }

    /** Called only where the cost is known. */
    public function conditionFor(Listing $listing): EarningsCondition
    {
        return $this->condition((int) $listing->earnings->totalCost);
    }
}
