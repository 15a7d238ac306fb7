<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

/** A fee along some prices: (rate × price + offset) ÷ 10^6, half up to the minor unit. */
final readonly class FeeLine
{
    /**
     * @param  int  $rate  in percent units; 0 = a fixed amount
     * @param  int  $offset  in millionths of a minor unit
     */
    public function __construct(public int $rate, public int $offset)
    {
    }
}
