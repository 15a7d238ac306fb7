<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Percent;

/** What is put on costs from an amount up. Amounts in minor units. */
final readonly class MarkupTier
{
    /** @param  Percent|int  $markup  of the cost, or an amount in minor units */
    public function __construct(public int $from, private Percent|int $markup)
    {
    }

    /** Cost with the markup, a percentage half up. */
    public function on(int $cost): int
    {
        return $this->markup instanceof Percent ? $this->markup->addedHalfUp($cost) : $cost + $this->markup;
    }
}
