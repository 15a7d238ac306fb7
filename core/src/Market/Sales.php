<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use function array_filter;
use function array_map;
use function array_sum;
use function count;
use function intdiv;

/** Units sold by day. A day without an entry counts as in stock with nothing sold. */
final readonly class Sales
{
    private const MICROSECONDS_A_DAY = 86_400_000_000;

    /**
     * @param  list<SalesDay>  $days
     * @param  int|null  $today  the calendar day of now where the seller is, in days since 1970; null where it is that
     *     of UTC
     */
    public function __construct(private array $days = [], private ?int $today = null)
    {
    }

    /**
     * Units sold in the calendar days before the day of now.
     *
     * @param  int  $now  microseconds since 1970
     */
    public function units(int $now, int $days): int
    {
        return array_sum(array_map(fn (SalesDay $day) => $day->units, $this->window($now, $days)));
    }

    /** On how many of those days it was in stock. */
    public function daysInStock(int $now, int $days): int
    {
        return $days - count(array_filter($this->window($now, $days), fn (SalesDay $day) => ! $day->inStock));
    }

    /** @return array<int, SalesDay> */
    private function window(int $now, int $days): array
    {
        $today = $this->today ?? intdiv($now, self::MICROSECONDS_A_DAY) - ($now % self::MICROSECONDS_A_DAY < 0 ? 1 : 0);

        return array_filter($this->days, fn (SalesDay $day) => $day->day < $today && $day->day >= $today - $days);
    }
}
