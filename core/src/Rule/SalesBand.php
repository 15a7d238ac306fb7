<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What to do where the pace of sales lies in a band. */
final readonly class SalesBand
{
    /**
     * @param  int|null  $atLeast  units in the window; null = from none
     * @param  int|null  $below  units in the window; null = without end
     */
    public function __construct(private ?int $atLeast, private ?int $below, public Step $step)
    {
    }

    /** Whether a pace can lie in both. */
    public function overlaps(self $other): bool
    {
        return ($this->below === null || $other->atLeast === null || $other->atLeast < $this->below) &&
            ($other->below === null || $this->atLeast === null || $this->atLeast < $other->below);
    }

    /** Whether units × days ÷ days in stock lies in it, compared exactly. */
    public function contains(int $unitsTimesDays, int $daysInStock): bool
    {
        return ($this->atLeast === null || $unitsTimesDays >= $this->atLeast * $daysInStock) &&
            ($this->below === null || $unitsTimesDays < $this->below * $daysInStock);
    }
}
