<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

final readonly class MarkupCeiling extends EarningsCeiling
{
    public function __construct(private Percent $percent)
    {
    }

    protected function exceeded(int $totalCost): EarningsCondition
    {
        return EarningsCondition::markupAbove($this->percent, $totalCost);
    }

    public function says(Listing $listing): Message
    {
        return Phrase::TermMarkup->with(['percent' => (string) $this->percent]);
    }
}
