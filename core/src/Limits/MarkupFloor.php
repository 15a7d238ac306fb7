<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\EarningsCondition;

final readonly class MarkupFloor extends EarningsFloor
{
    public function __construct(private Percent $percent)
    {
    }

    protected function condition(int $totalCost): EarningsCondition
    {
        return EarningsCondition::markup($this->percent, $totalCost);
    }

    public function says(Listing $listing): string
    {
        return "{$this->percent} % markup on cost";
    }
}
