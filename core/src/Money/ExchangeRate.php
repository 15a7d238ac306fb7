<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use function min;
use function preg_match;
use function strlen;

/** What one unit of a currency is worth in another, as it was published on a day; exact, whichever way it is read. */
final readonly class ExchangeRate
{
    /** For people: enough to tell rates apart, as central banks publish them. */
    private const SHOWN_DIGITS = 6;

    /** @param  int  $day  days since 1 January 1970: for a rate across a third currency the older of its two */
    private function __construct(
        public Currency $from,
        public Currency $to,
        public Ratio $ratio,
        public int $day,
        public string $source,
    ) {
    }

    /**
     * @param  string  $rate  a decimal above zero, such as "1.0831": so many units of `to` for one of `from`
     * @param  int  $day  days since 1 January 1970
     *
     * @throws InvalidAmount if it is no such decimal, of at most 12 digits before and 12 after the point
     */
    public static function of(Currency $from, Currency $to, string $rate, int $day = 0, string $source = ''): self
    {
        if (
            preg_match('/^(\d{1,12})(?:\.(\d{1,12}))?\z/', $rate, $part) !== 1 ||
            ! is_numeric($digits = ltrim($part[1].($part[2] ?? ''), '0'))
        ) {
            throw new InvalidAmount('a rate above zero such as "1.0831", with at most 12 decimals', 'rate');
        }

        return new self($from, $to, Ratio::of($digits, bcpow('10', (string) strlen($part[2] ?? ''))), $day, $source);
    }

    public function inverse(): self
    {
        return new self($this->to, $this->from, $this->ratio->inverse(), $this->day, $this->source);
    }

    /** Across the currency this one leads to and the other starts from, without rounding in between. */
    public function then(self $next): self
    {
        return new self(
            $this->from,
            $next->to,
            $this->ratio->times($next->ratio),
            min($this->day, $next->day),
            $this->source === $next->source ? $this->source : "{$this->source}, {$next->source}",
        );
    }

    /** What an amount is worth, in minor units of each, to the nearest one, a half away from zero: for sums. */
    public function convert(int $amount): int
    {
        return $this->minorUnits()->halfAwayFromZero($amount);
    }

    /** How many minor units of `to` one minor unit of `from` is worth. */
    public function minorUnits(): Ratio
    {
        return $this->ratio->times(Ratio::of((string) $this->to->unit(), (string) $this->from->unit()));
    }

    /** Whether it has moved from another by more than this part of that one. */
    public function hasMovedFrom(self $other, Percent $part): bool
    {
        return $this->ratio->isBeyond($other->ratio, $part);
    }

    /** For people, with six significant digits, such as "0.923276". */
    public function __toString(): string
    {
        return $this->ratio->decimal(self::SHOWN_DIGITS);
    }
}
