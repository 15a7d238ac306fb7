<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Price;

use function preg_match;

/** A number in a text, with the currency beside it and what it stands for. */
final class Amount
{
    public Role $role = Role::Plain;

    /** Whether tax is contained, where the words beside it say so. */
    public ?bool $hasTax = null;

    /** For so much, such as "100 g", where it is a price per unit. */
    public ?string $per = null;

    public function __construct(
        public readonly string $number,
        public readonly ?CurrencyMark $mark,
        public readonly bool $isNegative = false,
        /** Written with a dash for its decimals, as in "12,-". */
        public readonly bool $isRound = false,
    ) {
    }

    public function isWhole(): bool
    {
        return ! $this->isRound && preg_match('/^\d+\z/', $this->number) === 1;
    }

    /** With a currency, or written as prices are. */
    public function looksLikePrice(): bool
    {
        return $this->mark !== null || $this->isRound || preg_match('/\d[.,]\d{2}\z/', $this->number) === 1;
    }
}
