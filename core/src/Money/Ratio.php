<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use function abs;
use function bcadd;
use function bccomp;
use function bcdiv;
use function bcmod;
use function bcmul;
use function bcpow;
use function bcsub;
use function explode;
use function intdiv;
use function max;
use function rtrim;
use function str_pad;
use function strlen;
use function strspn;
use function substr;

/** An exact fraction above zero, of whole numbers of any length without a common divisor. */
final readonly class Ratio
{
    /** Further than any rate begins behind the point. */
    private const DEEPEST_PLACE = 40;

    /** Numbers of up to this many digits fit 64 bits. */
    private const SAFE_DIGITS = 18;

    /** Numerator and denominator where both fit 64 bits: nearly always. */
    private ?int $over;

    private ?int $under;

    /**
     * @param  numeric-string  $numerator
     * @param  numeric-string  $denominator
     */
    private function __construct(private string $numerator, private string $denominator)
    {
        $isShort = strlen($numerator) <= self::SAFE_DIGITS && strlen($denominator) <= self::SAFE_DIGITS;
        $this->over = $isShort ? (int) $numerator : null;
        $this->under = $isShort ? (int) $denominator : null;
    }

    /**
     * @param  numeric-string  $numerator  a whole number above zero
     * @param  numeric-string  $denominator  likewise
     */
    public static function of(string $numerator, string $denominator): self
    {
        [$a, $b] = [$numerator, $denominator];
        while ($b !== '0') {
            [$a, $b] = [$b, bcmod($a, $b)];
        }

        return new self(bcdiv($numerator, $a), bcdiv($denominator, $a));
    }

    public function times(self $other): self
    {
        return self::of(
            bcmul($this->numerator, $other->numerator),
            bcmul($this->denominator, $other->denominator),
        );
    }

    public function inverse(): self
    {
        return new self($this->denominator, $this->numerator);
    }

    /** Whether it differs from another by more than this part of that one; compared exactly. */
    public function isBeyond(self $other, Percent $part): bool
    {
        $here = bcmul($this->numerator, $other->denominator);
        $there = bcmul($other->numerator, $this->denominator);
        $apart = bccomp($here, $there) < 0 ? bcsub($there, $here) : bcsub($here, $there);

        return bccomp(bcmul($apart, (string) Percent::WHOLE), bcmul($there, (string) $part->units)) > 0;
    }

    /**
     * This many times an amount of zero or more, rounded up to the minor unit.
     *
     * @throws InvalidAmount if it is beyond the largest amount
     */
    public function up(int $amount): int
    {
        if ($this->over !== null && $this->under !== null && $amount < intdiv(PHP_INT_MAX - $this->under, $this->over)) {
            return $this->bounded(intdiv($amount * $this->over + $this->under - 1, $this->under));
        }
        $numerator = bcadd(bcmul((string) $amount, $this->numerator), bcsub($this->denominator, '1'));

        return $this->bounded(bcdiv($numerator, $this->denominator));
    }

    /**
     * This many times an amount, to the nearest minor unit, a half away from zero.
     *
     * @throws InvalidAmount if it is beyond the largest amount
     */
    public function halfAwayFromZero(int $amount): int
    {
        $size = abs($amount);
        $numerator = bcadd(bcmul(bcmul((string) $size, $this->numerator), '2'), $this->denominator);
        $rounded = $this->bounded(bcdiv($numerator, bcmul($this->denominator, '2')));

        return $amount < 0 ? -$rounded : $rounded;
    }

    /** As a decimal of so many significant digits, a half rounded up, without trailing zeros. */
    public function decimal(int $significant): string
    {
        [$whole, $fraction] = explode('.', bcdiv($this->numerator, $this->denominator, self::DEEPEST_PLACE));
        $places = $whole === '0' ? strspn($fraction, '0') + $significant : max(0, $significant - strlen($whole));
        $rounded = bcdiv(
            bcadd(bcmul(bcmul($this->numerator, '2'), bcpow('10', (string) $places)), $this->denominator),
            bcmul($this->denominator, '2'),
        );
        $text = str_pad($rounded, $places + 1, '0', STR_PAD_LEFT);
        $decimals = rtrim(substr($text, strlen($text) - $places), '0');

        return substr($text, 0, strlen($text) - $places).($decimals === '' ? '' : ".{$decimals}");
    }

    /**
     * @param  int|numeric-string  $amount
     *
     * @throws InvalidAmount
     */
    private function bounded(int|string $amount): int
    {
        return bccomp((string) $amount, (string) Currency::LARGEST) <= 0
            ? (int) $amount
            : throw new InvalidAmount('an amount that is not beyond the largest when it is converted', 'too_large_converted');
    }
}
