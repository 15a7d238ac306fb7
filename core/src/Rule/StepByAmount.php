<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** Amounts in minor units. */
final readonly class StepByAmount implements Step
{
    public function __construct(private int $amount, private bool $isUp)
    {
    }

    public function from(int $price): int
    {
        return $this->isUp ? $price + $this->amount : $price - $this->amount;
    }

    public function says(Currency $currency): Message
    {
        return ($this->isUp ? Phrase::StepUp : Phrase::StepDown)->with([
            'by' => Phrase::AmountOf->with(['amount' => $currency->format($this->amount)]),
        ]);
    }
}
