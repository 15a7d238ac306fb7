<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

/** One part of what a channel takes. All amounts in minor units. */
interface Fee
{
    public function amount(int $price, int $shipping): int;

    /**
     * Prices from which on the fee follows another line.
     *
     * @return list<int>
     */
    public function breakpoints(int $shipping): array;

    /** The line it follows at that price, up to the next bend. */
    public function line(int $price, int $shipping): FeeLine;

    /** After so many minor units of price the rounding repeats; divides Percent::WHOLE. */
    public function period(): int;
}
