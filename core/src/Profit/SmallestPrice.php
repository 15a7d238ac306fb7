<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

use function count;
use function intdiv;
use function max;
use function min;

/**
 * The smallest price at which an earnings condition holds.
 *
 * Along a segment of the fees, what is left of a price follows a straight line, give or take the roundings (half a
 * minor unit for the net price and for each rounded fee). Where the line rises, the price at which it comes near enough
 * for the roundings to help is known in closed form, and only the few prices from there on are tried; where it falls,
 * only those from its start until it is too low. So the work does not grow with the price.
 */
final class SmallestPrice
{
    public const LARGEST = 1_000_000_000_000;

    public const NONE = self::LARGEST + 1;

    /**
     * Where a line rises by less than a millionth, more is not worth trying; a price that holds whatever the roundings
     * is taken.
     */
    private const MOST_TRIED = 1_000_000;

    private function __construct()
    {
    }

    /** From a price up to 10^12 minor units; NONE if none of them meets the condition. */
    public static function from(int $start, Earnings $earnings, EarningsCondition $condition): int
    {
        foreach ($earnings->segments as $segment) {
            if ($segment->to >= $start) {
                $found = self::along($segment, max($start, $segment->from), $earnings, $condition);
                if ($found !== null) {
                    return $found;
                }
            }
        }

        return self::NONE;
    }

    private static function along(
        FeeSegment $segment,
        int $from,
        Earnings $earnings,
        EarningsCondition $condition,
    ): ?int {
        $tax = $earnings->tax;
        $rise = $condition->weight * Percent::WHOLE - $segment->rate * $tax->divisor;
        $slack = intdiv(($tax->included ? $condition->weight : 0) + Percent::WHOLE * count($segment->rounded) + 1, 2);
        if ($rise <= 0) {
            return self::downhill($segment, $from, $slack, $earnings, $condition);
        }
        $needed = $segment->offset + $condition->threshold - $segment->rate * $earnings->shipping;
        $first = max($from, self::reaches($needed - $slack, $rise, $earnings));
        if ($first > $segment->to) {
            return null;
        }
        $last = min($segment->to, $first + self::MOST_TRIED);
        for ($price = $first; $price <= $last; $price++) {
            if (
                $condition->weight * $tax->net($price + $earnings->shipping) -
                    Percent::WHOLE * $segment->fees($price) >=
                $condition->threshold
            ) {
                return $price;
            }
        }
        $certain = self::reaches($needed + $slack, $rise, $earnings);

        return $last < $segment->to && $certain <= $segment->to ? $certain : null;
    }

    /**
     * The smallest price at which the line, rising by rise ÷ divisor, has brought so many millionths; beyond the
     * largest, any larger figure.
     */
    private static function reaches(int $millionths, int $rise, Earnings $earnings): int
    {
        if ($millionths <= 0) {
            return 1;
        }
        $divisor = $earnings->tax->divisor;
        $whole = intdiv($millionths, $rise);

        // The divisor is at least 10^6, so beyond this the product is out of reach, and up to it fits 64 bits.
        return $whole > 2_000_000
            ? self::NONE
            : $whole * $divisor + intdiv(($millionths % $rise) * $divisor + $rise - 1, $rise) - $earnings->shipping;
    }

    /** On a line that does not rise: what is not met before it is too low, or before the roundings repeat, never is. */
    private static function downhill(
        FeeSegment $segment,
        int $from,
        int $slack,
        Earnings $earnings,
        EarningsCondition $condition,
    ): ?int {
        $end = min($segment->to, $from + min(self::period($earnings), self::MOST_TRIED));
        for ($price = $from; $price <= $end; $price++) {
            $surplus = $earnings->weighed($price, $condition->weight) - $condition->threshold;
            if ($surplus >= 0) {
                return $price;
            }
            if ($surplus < -2 * $slack) {
                return null;
            }
        }

        return null;
    }

    private static function period(Earnings $earnings): int
    {
        $period = $earnings->tax->period();
        foreach ($earnings->fees as $fee) {
            $period = intdiv($period, Rounding::commonDivisor($period, $fee->period())) * $fee->period();
        }

        return $period;
    }
}
