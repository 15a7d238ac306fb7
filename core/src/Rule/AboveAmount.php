<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** Amounts in minor units. */
final readonly class AboveAmount implements Position
{
    public function __construct(private int $amount)
    {
    }

    public function from(int $reference): int
    {
        return $reference + $this->amount;
    }

    public function says(Currency $currency): Message
    {
        return Phrase::Above->with([
            'by' => Phrase::AmountOf->with(['amount' => $currency->format($this->amount)]),
        ]);
    }
}
