<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;

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

    public function says(Currency $currency): string
    {
        return $currency->format($this->amount).($this->isUp ? ' up' : ' down');
    }
}
