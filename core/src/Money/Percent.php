<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use function abs;
use function intdiv;
use function preg_match;
use function rtrim;
use function str_pad;

/** An exact percentage with up to four decimals, held as ten-thousandths of one percent. Amounts in minor units. */
final readonly class Percent
{
    /** 100 % in units. */
    public const WHOLE = 1_000_000;

    private function __construct(public int $units)
    {
    }

    /** @throws InvalidAmount if it is no decimal of up to four places */
    public static function parse(string $text): self
    {
        if (preg_match('/^(-?)(\d{1,6})(?:\.(\d{1,4}))?\z/', $text, $part) !== 1) {
            throw new InvalidAmount('a percentage such as "12.5", with at most 4 decimals', 'percent');
        }
        $units = (int) ($part[2].str_pad($part[3] ?? '', 4, '0'));

        return new self($part[1] === '-' ? -$units : $units);
    }

    /** @param  int  $units  ten-thousandths of one percent */
    public static function units(int $units): self
    {
        return new self($units);
    }

    public static function of(int $percent): self
    {
        return new self($percent * 10_000);
    }

    /** This part of an amount, half up to the minor unit. */
    public function partHalfUp(int $amount): int
    {
        return self::halfUp($amount, $this->units);
    }

    /** This part of an amount of zero or more, rounded down to the minor unit. */
    public function partDown(int $amount): int
    {
        return self::down($amount, $this->units);
    }

    /** An amount of zero or more less this part of it, up to the whole of it, rounded down to the minor unit. */
    public function takenOffDown(int $amount): int
    {
        return self::down($amount, self::WHOLE - $this->units);
    }

    /** The amount with this part added, half up to the minor unit. */
    public function addedHalfUp(int $amount): int
    {
        return self::halfUp($amount, self::WHOLE + $this->units);
    }

    /** Whether this part of an amount is less than another amount; compared exactly. */
    public function isLessThan(int $other, int $amount): bool
    {
        return self::fits($amount, $this->units) && self::fits($other, self::WHOLE)
            ? $amount * $this->units < $other * self::WHOLE
            : bccomp(bcmul((string) $amount, (string) $this->units), bcmul((string) $other, (string) self::WHOLE)) < 0;
    }

    private static function halfUp(int $amount, int $factor): int
    {
        return self::fits($amount, $factor)
            ? Rounding::halfUp($amount * $factor, self::WHOLE)
            : self::exactly($amount, $factor, self::WHOLE);
    }

    private static function down(int $amount, int $factor): int
    {
        return self::fits($amount, $factor)
            ? intdiv($amount * $factor, self::WHOLE)
            : self::exactly($amount, $factor, 0);
    }

    /** Whether twice the product, and what is added to round it, fits 64 bits: all but absurdly large figures do. */
    private static function fits(int $amount, int $factor): bool
    {
        return $factor === 0 || abs($amount) < intdiv(PHP_INT_MAX, 3 * abs($factor));
    }

    /** ⌊(2 × amount × factor + added) ÷ (2 × WHOLE)⌋ with decimals of any length. */
    private static function exactly(int $amount, int $factor, int $added): int
    {
        $numerator = bcadd(bcmul(bcmul((string) $amount, (string) $factor), '2'), (string) $added);
        $divisor = (string) (2 * self::WHOLE);
        $quotient = bcdiv($numerator, $divisor, 0);

        return (int) (str_starts_with($numerator, '-') && bcmul($quotient, $divisor) !== $numerator
            ? bcsub($quotient, '1')
            : $quotient);
    }

    /** Without trailing zeros, such as "12.5". */
    public function __toString(): string
    {
        $whole = intdiv(abs($this->units), 10_000);
        $fraction = rtrim(str_pad((string) (abs($this->units) % 10_000), 4, '0', STR_PAD_LEFT), '0');

        return ($this->units < 0 ? '-' : '').$whole.($fraction === '' ? '' : '.'.$fraction);
    }
}
