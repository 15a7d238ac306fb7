<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

use function intdiv;

/** A percentage of its base, half up, then not under its minimum, then not over its maximum. Amounts in minor units. */
final readonly class PercentFee implements Fee
{
    public function __construct(
        private Percent $percent,
        private Basis $on,
        private ?int $minimum = null,
        private ?int $maximum = null,
    ) {
    }

    public function amount(int $price, int $shipping): int
    {
        return $this->bounded($this->percent->partHalfUp($this->on->figure($price, $shipping)));
    }

    public function breakpoints(int $shipping): array
    {
        $breakpoints = [];
        // The first base whose part, rounded, is more than the minimum; and the first where it comes to the maximum.
        foreach ([$this->minimum === null ? null : $this->minimum + 1, $this->maximum] as $part) {
            if ($part !== null && $this->percent->units > 0) {
                $breakpoints[] =
                    -Rounding::down(-(2 * $part - 1) * Percent::WHOLE, 2 * $this->percent->units) -
                    $this->on->figure(0, $shipping);
            }
        }

        return $breakpoints;
    }

    public function line(int $price, int $shipping): FeeLine
    {
        $part = $this->percent->partHalfUp($this->on->figure($price, $shipping));
        $isBound =
            $this->percent->units === 0 ||
            ($this->minimum !== null && $part <= $this->minimum) ||
            ($this->maximum !== null && $part >= $this->maximum);

        return $isBound
            ? new FeeLine(0, Percent::WHOLE * $this->bounded($part))
            : new FeeLine($this->percent->units, $this->percent->units * $this->on->figure(0, $shipping));
    }

    public function period(): int
    {
        return intdiv(Percent::WHOLE, Rounding::commonDivisor(Percent::WHOLE, $this->percent->units));
    }

    private function bounded(int $part): int
    {
        $fee = $this->minimum !== null && $part < $this->minimum ? $this->minimum : $part;

        return $this->maximum !== null && $fee > $this->maximum ? $this->maximum : $fee;
    }
}
