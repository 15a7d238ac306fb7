<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

/**
 * The smallest price at which an earnings condition holds.
 *
 * Between the bends of the fees, what is left of a price follows a straight line, give or take the roundings (half a minor unit
 * for the net price and for each rounded fee). Where the line rises, the price at which it comes near enough for the roundings to
 * help is known in closed form, and only the few prices from there on are tried; where it falls, only those from its start until it
 * is too low. So the work does not grow with the price.
 */
final readonly class SmallestPrice
{
    public const LARGEST = 1_000_000_000_000;

    public const NONE = self::LARGEST + 1;

    /** Where a line rises by less than a millionth, more is not worth trying; a price that holds whatever the roundings is taken. */
    private const MOST_TRIED = 1_000_000;

    private function __construct(private Earnings $earnings, private EarningsCondition $condition)
    {
    }

    /** From a price up to 10^12 minor units; NONE if none of them meets the condition. */
    public static function from(int $start, Earnings $earnings, EarningsCondition $condition): int
    {
        $search = new self($earnings, $condition);
        foreach ($earnings->stretches as $stretch) {
            if ($stretch->to >= $start) {
                $from = max($start, $stretch->from);
                $found = $stretch->line === null ? $search->firstOf($from, $stretch->to) : $search->along($stretch->line, $from, $stretch->to);
                if ($found !== null) {
                    return $found;
                }
            }
        }

        return self::NONE;
    }

    private function along(FeeLine $line, int $from, int $to): ?int
    {
        $tax = $this->earnings->tax;
        $rise = $this->condition->weight * Percent::WHOLE - $line->rate * $tax->divisor;
        $slack = intdiv(($tax->included ? $this->condition->weight : 0) + Percent::WHOLE * $line->roundings + 1, 2);
        if ($rise <= 0) {
            return $this->downhill($from, $to, $slack);
        }
        $needed = $line->offset + $this->condition->threshold - $line->rate * $this->earnings->shipping;
        $first = max($from, $this->reaches($needed - $slack, $rise));
        if ($first > $to) {
            return null;
        }
        $found = $this->firstOf($first, min($to, $first + self::MOST_TRIED));
        if ($found !== null || $first + self::MOST_TRIED >= $to) {
            return $found;
        }
        $certain = $this->reaches($needed + $slack, $rise);

        return $certain <= $to ? $certain : null;
    }

    /** The smallest price at which the line, rising by rise ÷ divisor, has brought so many millionths; beyond the largest, any larger figure. */
    private function reaches(int $millionths, int $rise): int
    {
        if ($millionths <= 0) {
            return 1;
        }
        $divisor = $this->earnings->tax->divisor;
        $whole = intdiv($millionths, $rise);

        // The divisor is at least 10^6, so beyond this the product is out of reach, and up to it fits 64 bits.
        return $whole > 2_000_000
            ? self::NONE
            : $whole * $divisor + intdiv(($millionths % $rise) * $divisor + $rise - 1, $rise) - $this->earnings->shipping;
    }

    /** On a line that does not rise: what is not met before it is too low, or before the roundings repeat, never is. */
    private function downhill(int $from, int $to, int $slack): ?int
    {
        $end = min($to, $from + min($this->period(), self::MOST_TRIED));
        for ($price = $from; $price <= $end; $price++) {
            $surplus = $this->earnings->weighed($price, $this->condition->weight) - $this->condition->threshold;
            if ($surplus >= 0) {
                return $price;
            }
            if ($surplus < -2 * $slack) {
                return null;
            }
        }

        return null;
    }

    private function firstOf(int $from, int $to): ?int
    {
        for ($price = $from; $price <= $to; $price++) {
            if ($this->earnings->weighed($price, $this->condition->weight) >= $this->condition->threshold) {
                return $price;
            }
        }

        return null;
    }

    private function period(): int
    {
        $period = $this->earnings->tax->repeat();
        foreach ($this->earnings->fees as $fee) {
            $period = intdiv($period, Rounding::commonDivisor($period, $fee->repeat())) * $fee->repeat();
        }

        return $period;
    }
}
