<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Percent;

use function intdiv;

/**
 * "At this price enough is left", as the exact inequality weight × net − 10^6 × fees ≥ threshold.
 * Margin, markup and profit terms all have this form, so one solver serves them. Amounts in minor units.
 */
final readonly class EarningsCondition
{
    private const BEYOND_REACH = 2_000_000_000_000_000_000;

    private function __construct(public int $weight, public int $threshold)
    {
    }

    /** profit ÷ net ≥ margin; margin from 0 to below 100 %. */
    public static function margin(Percent $margin, int $totalCost): self
    {
        return new self(Percent::WHOLE - $margin->units, Percent::WHOLE * $totalCost);
    }

    /** profit ÷ total cost ≥ markup. */
    public static function markup(Percent $markup, int $totalCost): self
    {
        return new self(Percent::WHOLE, self::product(Percent::WHOLE + $markup->units, $totalCost));
    }

    /** profit ÷ total cost > markup. */
    public static function markupAbove(Percent $markup, int $totalCost): self
    {
        return new self(Percent::WHOLE, self::product(Percent::WHOLE + $markup->units, $totalCost) + 1);
    }

    /** profit ≥ amount. */
    public static function profit(int $amount, int $totalCost): self
    {
        return new self(Percent::WHOLE, Percent::WHOLE * ($totalCost + $amount));
    }

    /** profit ÷ net > margin; margin from 0 to below 100 %. */
    public static function marginAbove(Percent $margin, int $totalCost): self
    {
        return new self(Percent::WHOLE - $margin->units, Percent::WHOLE * $totalCost + 1);
    }

    /** profit > amount. */
    public static function profitAbove(int $amount, int $totalCost): self
    {
        return self::profit($amount + 1, $totalCost);
    }

    public function holds(Earnings $earnings, int $price): bool
    {
        return $earnings->weighed($price, $this->weight) >= $this->threshold;
    }

    /** Beyond any surplus that a price up to 10^12 can reach, the exact figure no longer matters. */
    private static function product(int $factor, int $amount): int
    {
        return $amount > intdiv(self::BEYOND_REACH, $factor) ? self::BEYOND_REACH : $factor * $amount;
    }
}
