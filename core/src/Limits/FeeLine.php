<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/**
 * Fees as a straight line over the price: (rate × price + offset) ÷ 10^6, each rounded one at most half a minor unit off it.
 */
final readonly class FeeLine
{
    /**
     * @param  int  $rate  in percent units
     * @param  int  $offset  in millionths of a minor unit
     * @param  int  $roundings  how many rounded fees are in it
     */
    public function __construct(public int $rate, public int $offset, public int $roundings)
    {
    }

    public function plus(self $other): self
    {
        return new self($this->rate + $other->rate, $this->offset + $other->offset, $this->roundings + $other->roundings);
    }
}
