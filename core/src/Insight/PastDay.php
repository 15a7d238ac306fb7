<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Market\Listing;

use function array_filter;
use function array_sum;
use function count;
use function number_format;

/** How listings stood on one day and what they sold, added up from what was observed of each. Amounts in minor units. */
final class PastDay
{
    /** Those sold where rivals are. */
    public int $listings = 0;

    /** Those with rivals on whom no rival held the buy box. */
    public int $buyBoxes = 0;

    public int $revenue = 0;

    public int $profit = 0;

    /** @var list<int> of those with rivals */
    private array $ranks = [];

    /** @var list<float> in percent of the price */
    private array $margins = [];

    /**
     * @param  int  $price  of that day
     * @param  list<int>  $rivals  what our price would have had to be to cost the buyer as much as each of them
     * @param  bool  $isBuyBoxTheirs  whether one of them held it
     * @param  bool  $isCompared  whether it is sold where rivals are, though none may have been there
     * @param  int  $revenue  in minor units of the listing's currency
     * @param  callable(int): int  $convert  minor units of the listing's currency in that of the sums; 0 where it cannot be told
     */
    public function add(
        Listing $listing,
        int $price,
        array $rivals,
        bool $isBuyBoxTheirs,
        bool $isCompared,
        int $units,
        int $revenue,
        callable $convert,
    ): void {
        $this->listings += (int) $isCompared;
        $this->revenue += $convert($revenue);
        $earned = $listing->earnings->at($price);
        if ($earned !== null) {
            $this->profit += $convert($earned->profit * $units);
            $this->margins[] = (float) $earned->marginPercent();
        }
        if ($rivals !== []) {
            $this->ranks[] = 1 + count(array_filter($rivals, fn (int $rival) => $rival < $price));
            $this->buyBoxes += (int) ! $isBuyBoxTheirs;
        }
    }

    /** On average, in percent with two decimals; null where no cost is known. */
    public function marginPercent(): ?string
    {
        return self::average($this->margins);
    }

    /** On average, with two decimals. */
    public function rank(): ?string
    {
        return self::average($this->ranks);
    }

    /** @param  list<int|float>  $figures */
    private static function average(array $figures): ?string
    {
        return $figures === [] ? null : number_format(array_sum($figures) / count($figures), 2, '.', '');
    }
}
