<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use function intdiv;

/**
 * Exact integer division with a named rounding. Divisors are positive; a doubled numerator must fit 64 bits,
 * which holds for amounts up to 10^12 minor units times 10^6.
 */
final class Rounding
{
    private function __construct()
    {
    }

    /** Towards minus infinity. */
    public static function down(int $numerator, int $divisor): int
    {
        $quotient = intdiv($numerator, $divisor);

        return $numerator % $divisor < 0 ? $quotient - 1 : $quotient;
    }

    /** To the nearest integer, a half towards plus infinity. */
    public static function halfUp(int $numerator, int $divisor): int
    {
        return self::down(2 * $numerator + $divisor, 2 * $divisor);
    }

    /** To the nearest integer, a half away from zero. */
    public static function halfAwayFromZero(int $numerator, int $divisor): int
    {
        return $numerator < 0 ? -self::halfUp(-$numerator, $divisor) : self::halfUp($numerator, $divisor);
    }

    /** The greatest common divisor of two positive integers. */
    public static function commonDivisor(int $a, int $b): int
    {
        while ($b !== 0) {
            [$a, $b] = [$b, $a % $b];
        }

        return $a;
    }
}
