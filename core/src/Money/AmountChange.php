<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

/** What is done to many amounts at once: set to a figure, moved by one, moved by a part. Never below zero. */
final readonly class AmountChange
{
    private function __construct(private ?int $set, private int $by, private ?Percent $part)
    {
    }

    /** @param  int  $amount  in minor units, zero or more */
    public static function set(int $amount): self
    {
        return new self($amount, 0, null);
    }

    /** @param  int  $amount  in minor units; negative takes off */
    public static function add(int $amount): self
    {
        return new self(null, $amount, null);
    }

    /** @param  Percent  $part  from −100 %; negative takes off */
    public static function addPercent(Percent $part): self
    {
        return new self(null, 0, $part);
    }

    /**
     * The amount afterwards, in minor units; a part is rounded half away from zero, so that +5 % of 0.10 and −5 % of it
     * differ from it by the same.
     *
     * @param  int|null  $amount  what it was, zero or more; null where there was none
     *
     * @throws InvalidAmount where there is nothing to add to, or the outcome is below zero or beyond the largest amount
     */
    public function of(?int $amount): int
    {
        if ($this->set !== null) {
            return $this->set;
        }
        if ($amount === null) {
            throw new InvalidAmount('There is nothing to add to', 'nothing_to_add_to');
        }
        $after =
            $amount +
            ($this->part === null
                ? $this->by
                : Rounding::halfAwayFromZero($amount * $this->part->units, Percent::WHOLE));
        if ($after < 0) {
            throw new InvalidAmount('It would come to less than nothing', 'below_zero');
        }

        return $after <= Currency::LARGEST
            ? $after
            : throw new InvalidAmount('It would be beyond the largest amount', 'beyond_largest');
    }
}
