<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Rounding;

use function array_filter;
use function array_sum;
use function count;
use function max;
use function min;
use function str_replace;

/**
 * How listings stood on one day and what they sold, added up from what was observed of each. Amounts in minor units,
 * percentages in hundredths, so that days and groups of listings can be added up further.
 */
final class PastDay
{
    /** Those in stock where rivals can be. */
    public int $listings = 0;

    /** Those with rivals. */
    public int $met = 0;

    /** Those of them whose buy box was ours. */
    public int $buyBoxes = 0;

    /** Places among rivals by price, from 1. */
    public int $ranks = 0;

    /** Those than which no rival was cheaper. */
    public int $cheapest = 0;

    /** Those than which all rivals were cheaper. */
    public int $dearest = 0;

    /** Those whose cost is known. */
    public int $priced = 0;

    /** Profit of the net price. */
    public int $margins = 0;

    /** Profit on the cost. */
    public int $markups = 0;

    /** What those with rivals cost a buyer together. */
    public int $ours = 0;

    /** What they cost at rivals, on average of each. */
    public int $average = 0;

    /** What they cost at the lowest rival of each. */
    public int $lowest = 0;

    public int $units = 0;

    public int $revenue = 0;

    public int $profit = 0;

    /**
     * @param  int  $price  of that day
     * @param  list<int>  $rivals  what our price would have had to be to cost the buyer as much as each of them
     * @param  bool  $isBuyBoxOurs  also where nobody else was there
     * @param  bool  $isCompared  whether it is sold where rivals can be, though none may have been there
     * @param  int  $revenue  in minor units of the listing's currency
     * @param  callable(int): int  $convert  minor units of the listing's currency in that of the sums; 0 where it cannot be told
     */
    public function add(
        Listing $listing,
        int $price,
        array $rivals,
        bool $isBuyBoxOurs,
        bool $isCompared,
        int $units,
        int $revenue,
        callable $convert,
    ): void {
        $this->units += $units;
        $this->revenue += $convert($revenue);
        $earned = $listing->earnings->at($price);
        if ($earned !== null) {
            $this->priced++;
            $this->profit += $convert($earned->on($units));
            $this->margins += self::hundredths($earned->marginPercent());
            $this->markups += self::hundredths($earned->markupPercent());
        }
        $this->listings += (int) $isCompared;
        $this->buyBoxes += (int) ($isCompared && $isBuyBoxOurs);
        if ($rivals !== []) {
            $this->meet($price, $rivals, $listing->earnings->shipping, $convert);
        }
    }

    /**
     * What was sold of a listing of which none was left at the end of the day: it stood nowhere.
     *
     * @param  int  $revenue  in minor units of the listing's currency
     * @param  callable(int): int  $convert  as above
     */
    public function addSoldOut(Listing $listing, int $price, int $units, int $revenue, callable $convert): void
    {
        $this->units += $units;
        $this->revenue += $convert($revenue);
        $this->profit += $convert($listing->earnings->at($price)?->on($units) ?? 0);
    }

    /**
     * @param  non-empty-list<int>  $rivals
     * @param  callable(int): int  $convert
     */
    private function meet(int $price, array $rivals, int $shipping, callable $convert): void
    {
        $this->met++;
        $this->ranks += 1 + count(array_filter($rivals, fn (int $rival) => $rival < $price));
        $this->cheapest += (int) ($price <= min($rivals));
        $this->dearest += (int) ($price > max($rivals));
        $average = Rounding::halfUp(array_sum($rivals), count($rivals));
        $this->ours += $convert(Basis::Landed->figure($price, $shipping));
        $this->average += $convert(Basis::Landed->figure($average, $shipping));
        $this->lowest += $convert(Basis::Landed->figure(min($rivals), $shipping));
    }

    /** @param  string|null  $percent  with two decimals */
    private static function hundredths(?string $percent): int
    {
        return (int) str_replace('.', '', $percent ?? '0');
    }
}
