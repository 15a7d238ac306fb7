<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Closure;
use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Money\Currency;

/**
 * What decisions come to if as much is sold as before, in minor units of one currency: no guess is made at what the new
 * prices would sell.
 */
final class MoneyAtPace
{
    public int $revenueBefore = 0;

    public int $revenueAfter = 0;

    public int $profitBefore = 0;

    public int $profitAfter = 0;

    /** Listings sold in a currency that could not be brought into the one of the sums. */
    public int $leftOut = 0;

    /** @var Closure(int, Currency): ?int */
    private readonly Closure $convert;

    /** @param  (callable(int, Currency): ?int)|null  $convert  minor units of a currency in that of the sums; null where all are in it */
    public function __construct(?callable $convert = null)
    {
        $this->convert = $convert === null ? fn (int $amount): int => $amount : $convert(...);
    }

    /** @param  int  $units  sold of the listing in the time that is looked at */
    public function add(Decision $decision, int $units): void
    {
        if ($units === 0) {
            return;
        }
        $before = $decision->before();
        $after = $decision->after() ?? $before;
        $price = $decision->listing->price;
        $sums = [
            'revenueBefore' => $price,
            'revenueAfter' => $decision->price ?? $price,
            'profitBefore' => $before->profit ?? 0,
            'profitAfter' => $after->profit ?? 0,
        ];
        foreach ($sums as $sum => $amount) {
            $converted = ($this->convert)($units * $amount, $decision->listing->currency);
            if ($converted === null) {
                $this->leftOut++;

                return;
            }
            $this->{$sum} += $converted;
        }
    }
}
