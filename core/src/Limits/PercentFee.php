<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/** A percentage of its base, half up, not under its minimum and not over its maximum. */
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
        $fee = $this->percent->partHalfUp($this->on->figure($price, $shipping));
        if ($this->minimum !== null && $fee < $this->minimum) {
            $fee = $this->minimum;
        }

        return $this->maximum !== null && $fee > $this->maximum ? $this->maximum : $fee;
    }

    public function bends(int $shipping): array
    {
        if ($this->percent->units === 0) {
            return [];
        }
        $bends = [];
        foreach ([$this->minimum, $this->maximum] as $bound) {
            if ($bound !== null) {
                $bends[] = Rounding::down($bound * Percent::WHOLE, $this->percent->units) - $this->on->figure(0, $shipping);
            }
        }

        return $bends;
    }

    public function rate(int $price, int $shipping): int
    {
        $fee = $this->percent->partHalfUp($this->on->figure($price, $shipping));
        $bounded = ($this->minimum !== null && $fee <= $this->minimum) || ($this->maximum !== null && $fee >= $this->maximum);

        return $bounded ? 0 : $this->percent->units;
    }

    public function repeat(): int
    {
        return intdiv(Percent::WHOLE, Rounding::commonDivisor(Percent::WHOLE, $this->percent->units));
    }
}
