<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

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

    public function says(Currency $currency): Message
    {
        return ($this->isUp ? Phrase::StepUp : Phrase::StepDown)->with([
            'by' => Phrase::PercentOf->with(['percent' => (string) $this->percent]),
        ]);
    }
}
