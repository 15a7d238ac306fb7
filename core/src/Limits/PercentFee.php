<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/** A percentage of its base, half up, then not under its minimum, then not over its maximum. */
final readonly class PercentFee implements Fee
{
    private bool $onLanded;

    public function __construct(
        private Percent $percent,
        Basis $on,
        private ?int $minimum = null,
        private ?int $maximum = null,
    ) {
        $this->onLanded = $on === Basis::Landed;
    }

    public function amount(int $price, int $shipping): int
    {
        $base = $this->onLanded ? $price + $shipping : $price;
        $fee = intdiv(2 * $base * $this->percent->units + Percent::WHOLE, 2 * Percent::WHOLE);
        if ($this->minimum !== null && $fee < $this->minimum) {
            $fee = $this->minimum;
        }

        return $this->maximum !== null && $fee > $this->maximum ? $this->maximum : $fee;
    }

    public function bends(int $shipping): array
    {
        $bends = [];
        foreach ($this->percent->units === 0 ? [] : [$this->minimum, $this->maximum] as $bound) {
            if ($bound !== null) {
                $bends[] = Rounding::down($bound * Percent::WHOLE, $this->percent->units) - ($this->onLanded ? $shipping : 0);
            }
        }

        return $bends;
    }

    public function line(int $price, int $shipping): FeeLine
    {
        $exact = ($this->onLanded ? $price + $shipping : $price) * $this->percent->units;
        $isBound = ($this->minimum !== null && $exact <= Percent::WHOLE * $this->minimum)
            || ($this->maximum !== null && $exact >= Percent::WHOLE * $this->maximum);

        return $isBound
            ? new FeeLine(0, Percent::WHOLE * $this->amount($price, $shipping), 0)
            : new FeeLine($this->percent->units, $this->onLanded ? $this->percent->units * $shipping : 0, 1);
    }

    public function repeat(): int
    {
        return intdiv(Percent::WHOLE, Rounding::commonDivisor(Percent::WHOLE, $this->percent->units));
    }
}
