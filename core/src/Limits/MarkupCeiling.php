<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;

/** One minor unit below the smallest price whose markup is above the wanted one; absent where there is no such price. */
final readonly class MarkupCeiling implements CeilingTerm
{
    public function __construct(private Percent $percent)
    {
    }

    public function needsCost(): bool
    {
        return true;
    }

    public function largest(Listing $listing): ?int
    {
        $above = SmallestPrice::from(1, $listing->earnings, EarningsCondition::markupAbove($this->percent, (int) $listing->earnings->totalCost));

        return $above === SmallestPrice::NONE ? null : $above - 1;
    }

    public function says(Listing $listing): string
    {
        return "{$this->percent} % markup on cost";
    }
}
