<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/** One part of what a channel takes. All amounts in minor units. */
interface Fee
{
    public function amount(int $price, int $shipping): int;

    /**
     * Prices at which the fee starts to grow at another rate, give or take one minor unit.
     *
     * @return list<int>
     */
    public function bends(int $shipping): array;

    /** How fast the fee grows with the price near that price, in percent units. */
    public function rate(int $price, int $shipping): int;

    /** After so many minor units of price the rounding repeats; at least 1. */
    public function repeat(): int;
}
