<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\SmallestPrice;

/** A ceiling above which a sale would earn more than is wanted: one minor unit below the smallest price that does. */
abstract readonly class EarningsCeiling implements CeilingTerm
{
    abstract protected function exceeded(int $totalCost): EarningsCondition;

    public function needsCost(): bool
    {
        return true;
    }

    /** Called only where the cost is known. Absent where no price earns more, or already the smallest does. */
    public function largest(Listing $listing, CompetitorSet $field): ?int
    {
        $above = SmallestPrice::from(1, $listing->earnings, $this->exceeded((int) $listing->earnings->totalCost));

        return $above === SmallestPrice::NONE || $above === 1 ? null : $above - 1;
    }
}
