<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use LogicException;
use Wrasse\Core\Market\Listing;

/** A floor below which a sale would not earn enough. */
abstract readonly class EarningsFloor implements FloorTerm
{
    abstract protected function condition(int $totalCost): EarningsCondition;

    public function needsCost(): bool
    {
        return true;
    }

    public function smallest(Listing $listing): int
    {
        return (new SmallestPrice($listing->earnings, $this->conditionFor($listing)))->solve();
    }

    public function holds(Listing $listing, int $price): bool
    {
        return $this->conditionFor($listing)->holds($listing->earnings, $price);
    }

    private function conditionFor(Listing $listing): EarningsCondition
    {
        return $this->condition($listing->earnings->totalCost ?? throw new LogicException('The cost is checked before any term that needs it.'));
    }
}
