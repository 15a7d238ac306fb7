<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

/** The tier in which the whole base falls applies to all of it, half up. */
final readonly class SlabFee extends TieredFee
{
    public function amount(int $price, int $shipping): int
    {
        $base = $this->on->figure($price, $shipping);

        return $this->tier($base)->percent->partHalfUp($base);
    }

    public function line(int $price, int $shipping): FeeLine
    {
        $rate = $this->tier($this->on->figure($price, $shipping))->percent->units;

        return new FeeLine($rate, $rate * $this->on->figure(0, $shipping));
    }

    private function tier(int $base): FeeTier
    {
        foreach ($this->tiers as $tier) {
            if ($tier->upTo === null || $base <= $tier->upTo) {
                break;
            }
        }

        return $tier;
    }
}
