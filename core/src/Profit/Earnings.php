<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\CostConversion;
use Wrasse\Core\Money\InvalidAmount;
use Wrasse\Core\Money\Percent;

use function array_map;
use function array_sum;
use function array_unique;
use function array_values;
use function count;
use function sort;

/** What a listing earns at a price, given its cost, own shipping charge, tax and fees. Amounts in minor units. */
final readonly class Earnings
{
    /** @var non-empty-list<FeeSegment> from one minor unit to the largest price, without gaps */
    public array $segments;

    /**
     * @param  int|null  $totalCost  cost with extra costs; null where the cost is not known
     * @param  int  $shipping  what the buyer pays us for shipping
     * @param  list<Fee>  $fees
     * @param  int|null  $unitCost  cost without extra costs; the total cost where nothing else is said
     * @param  ConvertedCost|null  $converted  where the cost was given in another currency
     * @param  bool  $isRateMissing  the cost is known, but not what it is worth in this currency
     */
    public function __construct(
        public ?int $totalCost,
        public int $shipping,
        public Tax $tax,
        public array $fees,
        public ?int $unitCost = null,
        public ?ConvertedCost $converted = null,
        public bool $isRateMissing = false,
    ) {
        $this->segments = $this->segments();
    }

    /**
     * @param  int|null  $unitCost  null where it is not known
     * @param  list<int>  $extraCosts  what comes on top of it
     * @param  list<Fee>  $fees
     */
    public static function of(?int $unitCost, array $extraCosts, int $shipping, Tax $tax, array $fees): self
    {
        return new self(
            $unitCost === null ? null : $unitCost + array_sum($extraCosts),
            $shipping,
            $tax,
            $fees,
            $unitCost,
        );
    }

    /**
     * With costs that were given in another currency: each is converted by itself.
     *
     * @param  int|null  $unitCost  null where it is not known
     * @param  list<int>  $extraCosts  what comes on top of it
     * @param  CostConversion|null  $conversion  null where there is no rate that may be used
     * @param  list<Fee>  $fees
     *
     * @throws InvalidAmount if one is beyond the largest amount when it is converted
     */
    public static function converting(
        ?int $unitCost,
        array $extraCosts,
        ?CostConversion $conversion,
        int $shipping,
        Tax $tax,
        array $fees,
    ): self {
        if ($unitCost === null || $conversion === null) {
            return new self(null, $shipping, $tax, $fees, isRateMissing: $unitCost !== null);
        }
        $cost = $conversion->of($unitCost);

        return new self(
            $cost + array_sum(array_map($conversion->of(...), $extraCosts)),
            $shipping,
            $tax,
            $fees,
            $cost,
            new ConvertedCost($unitCost + array_sum($extraCosts), $conversion),
        );
    }

    /** Null where the cost is not known. */
    public function at(int $price): ?Profit
    {
        return $this->totalCost === null
            ? null
            : new Profit($this->tax->net($price + $this->shipping), $this->fees($price), $this->totalCost);
    }

    public function fees(int $price): int
    {
        $sum = 0;
        foreach ($this->fees as $fee) {
            $sum += $fee->amount($price, $this->shipping);
        }

        return $sum;
    }

    /** The tax contained in price and shipping charge; 0 where it is put on top. */
    public function taxIn(int $price): int
    {
        $gross = $price + $this->shipping;

        return $gross - $this->tax->net($gross);
    }

    /** The smallest price that brings in its cost; null where the cost is not known or no price does. */
    public function breakEven(): ?int
    {
        if ($this->totalCost === null) {
            return null;
        }
        $price = SmallestPrice::from(1, $this, EarningsCondition::profit(0, $this->totalCost));

        return $price === SmallestPrice::NONE ? null : $price;
    }

    /** weight × net − 10^6 × fees, in millionths of a minor unit. */
    public function weighed(int $price, int $weight): int
    {
        foreach ($this->segments as $segment) {
            if ($price <= $segment->to) {
                break;
            }
        }

        return $weight * $this->tax->net($price + $this->shipping) - Percent::WHOLE * $segment->fees($price);
    }

    /** @return non-empty-list<FeeSegment> */
    private function segments(): array
    {
        $starts = [1];
        foreach ($this->fees as $fee) {
            foreach ($fee->breakpoints($this->shipping) as $bend) {
                if ($bend > 1 && $bend <= SmallestPrice::LARGEST) {
                    $starts[] = $bend;
                }
            }
        }
        if (count($starts) > 1) {
            sort($starts);
            $starts = array_values(array_unique($starts));
        }
        $segments = [];
        foreach ($starts as $i => $from) {
            $segments[] = new FeeSegment(
                $from,
                ($starts[$i + 1] ?? SmallestPrice::NONE) - 1,
                array_map(fn (Fee $fee) => $fee->line($from, $this->shipping), $this->fees),
            );
        }

        return $segments;
    }
}
