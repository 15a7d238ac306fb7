<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\CostConversion;

/** A cost as it was given, in another currency than that of the listing, and how it came into that one. */
final readonly class ConvertedCost
{
    /** @param  int  $given  with extra costs, in minor units of the currency it was given in */
    public function __construct(public int $given, public CostConversion $conversion)
    {
    }
}
