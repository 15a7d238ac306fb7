<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

/**
 * How costs are brought into the currency of a listing: at a rate, with a safety margin on top, rounded up to the minor
 * unit. What comes out is never less than what cost, rate and margin ask for.
 */
final readonly class CostConversion
{
    private Ratio $factor;

    public function __construct(public ExchangeRate $rate, public Percent $margin)
    {
        $this->factor = $rate
            ->minorUnits()
            ->times(Ratio::of((string) (Percent::WHOLE + $margin->units), (string) Percent::WHOLE));
    }

    /**
     * @param  int  $cost  zero or more, in minor units of the rate's first currency
     * @return int in minor units of its second
     *
     * @throws InvalidAmount if it is beyond the largest amount
     */
    public function of(int $cost): int
    {
        return $this->factor->up($cost);
    }
}
