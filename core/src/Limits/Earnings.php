<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/** What a listing earns at a price, given its cost, own shipping charge, tax and fees. Amounts in minor units. */
final readonly class Earnings
{
    /**
     * @param  int|null  $totalCost  cost with extra costs; null where the cost is not known
     * @param  int  $shipping  what the buyer pays us for shipping
     * @param  list<Fee>  $fees
     */
    public function __construct(
        public ?int $totalCost,
        public int $shipping,
        public Tax $tax,
        public array $fees,
    ) {
    }

    /** Null where the cost is not known. */
    public function at(int $price): ?Profit
    {
        if ($this->totalCost === null) {
            return null;
        }

        return new Profit($this->net($price), $this->fees($price), $this->totalCost);
    }

    public function net(int $price): int
    {
        return $this->tax->net($price + $this->shipping);
    }

    public function fees(int $price): int
    {
        $sum = 0;
        foreach ($this->fees as $fee) {
            $sum += $fee->amount($price, $this->shipping);
        }

        return $sum;
    }
}
