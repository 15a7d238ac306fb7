<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;

/** The same amount a sale. Amounts in minor units. */
final readonly class FixedFee implements Fee
{
    public function __construct(private int $amount)
    {
    }

    public function amount(int $price, int $shipping): int
    {
        return $this->amount;
    }

    public function breakpoints(int $shipping): array
    {
        return [];
    }

    public function line(int $price, int $shipping): FeeLine
    {
        return new FeeLine(0, Percent::WHOLE * $this->amount);
    }

    public function period(): int
    {
        return 1;
    }
}
