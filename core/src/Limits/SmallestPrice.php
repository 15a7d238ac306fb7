<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/**
 * The smallest price from one minor unit up at which an earnings condition holds.
 *
 * Between the bends of the fees the surplus is a straight line plus a rounding error of at most `slack`.
 * On a rising stretch, bisection finds a price below which the line alone is already too low for any rounding to help;
 * on a falling one the start is the best there is. From there only the few prices within the rounding error are tried,
 * so the work does not grow with the price.
 */
final readonly class SmallestPrice
{
    public const LARGEST = 1_000_000_000_000;

    public const NONE = self::LARGEST + 1;

    public function __construct(private Earnings $earnings, private EarningsCondition $condition)
    {
    }

    /** In minor units; NONE if no price up to 10^12 meets the condition. */
    public function solve(): int
    {
        $starts = [1];
        foreach ($this->earnings->fees as $fee) {
            foreach ($fee->bends($this->earnings->shipping) as $bend) {
                array_push($starts, $bend - 1, $bend + 2);
            }
        }
        $starts = array_values(array_unique(array_filter($starts, fn (int $at) => $at >= 1 && $at <= self::LARGEST)));
        sort($starts);

        foreach ($starts as $i => $from) {
            $found = $this->inStretch($from, ($starts[$i + 1] ?? self::LARGEST + 1) - 1);
            if ($found !== null) {
                return $found;
            }
        }

        return self::NONE;
    }

    private function inStretch(int $from, int $to): ?int
    {
        $slack = $this->slack();
        $rises = $this->rises($from + intdiv($to - $from, 2));
        $start = $rises ? $this->lastHopeless($from, $to, $slack) : $from;
        $end = $rises ? $to : min($to, $from + $this->period());

        for ($price = $start; $price <= $end; $price++) {
            $surplus = $this->condition->surplus($this->earnings, $price);
            if ($surplus >= 0) {
                return $price;
            }
            if (! $rises && $surplus < -2 * $slack) {
                return null;
            }
        }

        return null;
    }

    /** On a rising line: a price at or below which the condition holds nowhere in the stretch, or its start. */
    private function lastHopeless(int $from, int $to, int $slack): int
    {
        if (! $this->hopeless($from, $slack)) {
            return $from;
        }
        while ($to - $from > 1) {
            $middle = $from + intdiv($to - $from, 2);
            if ($this->hopeless($middle, $slack)) {
                $from = $middle;
            } else {
                $to = $middle;
            }
        }

        return $from;
    }

    private function hopeless(int $price, int $slack): bool
    {
        return $this->condition->surplus($this->earnings, $price) < -2 * $slack;
    }

    /** Twice the largest rounding error: half a minor unit for the net price and for each fee. */
    private function slack(): int
    {
        return $this->condition->weight + Percent::WHOLE * count($this->earnings->fees);
    }

    /** After so many minor units the roundings repeat; what a line that does not rise has not met by then, it never meets. */
    private function period(): int
    {
        $period = $this->earnings->tax->repeat();
        foreach ($this->earnings->fees as $fee) {
            $period = intdiv($period, Rounding::commonDivisor($period, $fee->repeat())) * $fee->repeat();
        }

        return $period;
    }

    private function rises(int $price): bool
    {
        $rate = 0;
        foreach ($this->earnings->fees as $fee) {
            $rate += $fee->rate($price, $this->earnings->shipping);
        }

        return $this->condition->weight * Percent::WHOLE > $rate * $this->earnings->tax->divisor();
    }
}
