<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Money\Percent;

/** What a listing earns at a price, given its cost, own shipping charge, tax and fees. Amounts in minor units. */
final readonly class Earnings
{
    /** @var non-empty-list<Stretch> from one minor unit to the largest price, without gaps */
    public array $stretches;

    /**
     * @param  int|null  $totalCost  cost with extra costs; null where the cost is not known
     * @param  int  $shipping  what the buyer pays us for shipping
     * @param  list<Fee>  $fees
     * @param  int|null  $unitCost  cost without extra costs; the total cost where nothing else is said
     */
    public function __construct(
        public ?int $totalCost,
        public int $shipping,
        public Tax $tax,
        public array $fees,
        public ?int $unitCost = null,
    ) {
        $this->stretches = $this->stretches();
    }

    /** Null where the cost is not known. */
    public function at(int $price): ?Profit
    {
        if ($this->totalCost === null) {
            return null;
        }

        return new Profit($this->tax->net($price + $this->shipping), $this->fees($price), $this->totalCost);
    }

    public function fees(int $price): int
    {
        $sum = 0;
        foreach ($this->fees as $fee) {
            $sum += $fee->amount($price, $this->shipping);
        }

        return $sum;
    }

    /** weight × net − 10^6 × fees, in millionths of a minor unit. */
    public function weighed(int $price, int $weight): int
    {
        $left = $weight * $this->tax->net($price + $this->shipping);
        foreach ($this->fees as $fee) {
            $left -= Percent::WHOLE * $fee->amount($price, $this->shipping);
        }

        return $left;
    }

    /** @return non-empty-list<Stretch> */
    private function stretches(): array
    {
        $starts = [1];
        foreach ($this->fees as $fee) {
            foreach ($fee->bends($this->shipping) as $bend) {
                array_push($starts, $bend - 1, $bend + 2);
            }
        }
        $starts = array_values(array_unique(array_filter($starts, fn (int $at) => $at >= 1 && $at <= SmallestPrice::LARGEST)));
        sort($starts);
        $stretches = [];
        foreach ($starts as $i => $from) {
            $to = ($starts[$i + 1] ?? SmallestPrice::NONE) - 1;
            $stretches[] = new Stretch($from, $to, $to - $from < 4 ? null : $this->lineAt($from + intdiv($to - $from, 2)));
        }

        return $stretches;
    }

    private function lineAt(int $price): FeeLine
    {
        $line = new FeeLine(0, 0, 0);
        foreach ($this->fees as $fee) {
            $line = $line->plus($fee->line($price, $this->shipping));
        }

        return $line;
    }
}
