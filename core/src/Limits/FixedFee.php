<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

final readonly class FixedFee implements Fee
{
    public function __construct(private int $amount)
    {
    }

    public function amount(int $price, int $shipping): int
    {
        return $this->amount;
    }

    public function bends(int $shipping): array
    {
        return [];
    }

    public function rate(int $price, int $shipping): int
    {
        return 0;
    }

    public function repeat(): int
    {
        return 1;
    }
}
