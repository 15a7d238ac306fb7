<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

final readonly class MarginFloor extends EarningsFloor
{
    public function __construct(private Percent $percent)
    {
    }

    protected function condition(int $totalCost): EarningsCondition
    {
        return EarningsCondition::margin($this->percent, $totalCost);
    }

    public function says(Listing $listing): Message
    {
        return Phrase::TermMargin->with(['percent' => (string) $this->percent]);
    }
}
