<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Money\Rounding;

use function array_map;
use function intdiv;
use function sprintf;

/**
 * What listings sold, earned and held on the days before and after their price changed, added up over the changes. It
 * says what followed, not why. Days out of stock do not count: nothing sold then is no sign of a wrong price.
 */
final class BeforeAfter
{
    public int $cases = 0;

    private int $daysBefore = 0;

    private int $daysAfter = 0;

    /** @var array{units: int, revenue: int, profit: int} */
    private array $before = ['units' => 0, 'revenue' => 0, 'profit' => 0];

    /** @var array{units: int, revenue: int, profit: int} */
    private array $after = ['units' => 0, 'revenue' => 0, 'profit' => 0];

    private int $buyBoxBefore = 0;

    private int $buyBoxAfter = 0;

    private int $buyBoxCases = 0;

    public function add(PriceChangeSide $before, PriceChangeSide $after): void
    {
        $this->cases++;
        $this->daysBefore += $before->daysInStock;
        $this->daysAfter += $after->daysInStock;
        foreach (['units', 'revenue', 'profit'] as $sum) {
            $this->before[$sum] += $before->{$sum};
            $this->after[$sum] += $after->{$sum};
        }
        if ($before->holdsBuyBox !== null && $after->holdsBuyBox !== null) {
            $this->buyBoxCases++;
            $this->buyBoxBefore += (int) $before->holdsBuyBox;
            $this->buyBoxAfter += (int) $after->holdsBuyBox;
        }
    }

    /** @return array{string, string}|null units a listing and day in stock, two decimals, before and after; null: no such day */
    public function units(): ?array
    {
        $hundredths = $this->aDay('units', 100);

        return $hundredths === null
            ? null
            : array_map(fn (int $units): string => sprintf('%d.%02d', intdiv($units, 100), $units % 100), $hundredths);
    }

    /** @return array{int, int}|null minor units a listing and day in stock, before and after; null: no such day */
    public function revenue(): ?array
    {
        return $this->aDay('revenue', 1);
    }

    /** @return array{int, int}|null minor units a listing and day in stock, before and after; null: no such day */
    public function profit(): ?array
    {
        return $this->aDay('profit', 1);
    }

    /** @return array{int, int}|null whole percent of the cases in which it was ours; null: known of none */
    public function buyBoxPercent(): ?array
    {
        return $this->buyBoxCases === 0 ? null : [
            intdiv(200 * $this->buyBoxBefore + $this->buyBoxCases, 2 * $this->buyBoxCases),
            intdiv(200 * $this->buyBoxAfter + $this->buyBoxCases, 2 * $this->buyBoxCases),
        ];
    }

    /** @return array{int, int}|null */
    private function aDay(string $sum, int $times): ?array
    {
        return $this->daysBefore === 0 || $this->daysAfter === 0 ? null : [
            Rounding::halfAwayFromZero($times * $this->before[$sum], $this->daysBefore),
            Rounding::halfAwayFromZero($times * $this->after[$sum], $this->daysAfter),
        ];
    }
}
