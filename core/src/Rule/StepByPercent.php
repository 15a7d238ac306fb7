<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

/** Down rounded down, up half up. */
final readonly class StepByPercent implements Step
{
    public function __construct(private Percent $percent, private bool $isUp)
    {
    }

    public function from(int $price): int
    {
        return $this->isUp ? $this->percent->addedHalfUp($price) : $this->percent->takenOffDown($price);
    }

    public function says(Currency $currency): string
    {
        return "{$this->percent} %".($this->isUp ? ' up' : ' down');
    }
}
