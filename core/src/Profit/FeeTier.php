<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;

/** A step of a tiered fee: bases up to and with that amount; null = without end. Amounts in minor units. */
final readonly class FeeTier
{
    public function __construct(public ?int $upTo, public Percent $percent)
    {
    }
}
