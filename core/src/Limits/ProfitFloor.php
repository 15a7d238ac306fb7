<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** Amounts in minor units. */
final readonly class ProfitFloor extends EarningsFloor
{
    public function __construct(private int $amount)
    {
    }

    protected function condition(int $totalCost): EarningsCondition
    {
        return EarningsCondition::profit($this->amount, $totalCost);
    }

    public function says(Listing $listing): Message
    {
        return Phrase::TermProfit->with(['amount' => $listing->currency->format($this->amount)]);
    }
}
