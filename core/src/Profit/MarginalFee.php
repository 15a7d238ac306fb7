<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/** Each part of the base at its own tier's rate, summed, then half up. */
final readonly class MarginalFee extends TieredFee
{
    public function amount(int $price, int $shipping): int
    {
        $line = $this->line($price, $shipping);

        return Rounding::halfUp($line->rate * $price + $line->offset, Percent::WHOLE);
    }

    public function line(int $price, int $shipping): FeeLine
    {
        $base = $this->on->figure($price, $shipping);
        $start = $sum = 0;
        foreach ($this->tiers as $tier) {
            if ($tier->upTo === null || $base <= $tier->upTo) {
                break;
            }
            $sum += $tier->percent->units * ($tier->upTo - $start);
            $start = $tier->upTo;
        }
        $rate = $tier->percent->units;

        return new FeeLine($rate, $sum + $rate * ($this->on->figure(0, $shipping) - $start));
    }
}
