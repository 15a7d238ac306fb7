<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use LogicException;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;

/** One minor unit below the smallest price whose markup is above the wanted one. */
final readonly class MarkupCeiling implements CeilingTerm
{
    public function __construct(private Percent $percent)
    {
    }

    public function needsCost(): bool
    {
        return true;
    }

    public function largest(Listing $listing): int
    {
        $totalCost = $listing->earnings->totalCost ?? throw new LogicException('The cost is checked before any term that needs it.');
        $condition = EarningsCondition::markupAbove($this->percent, $totalCost);

        return (new SmallestPrice($listing->earnings, $condition))->solve() - 1;
    }

    public function says(Listing $listing): string
    {
        return "{$this->percent} % markup on cost";
    }
}
