<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Insight\PastDay;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\Tax;

final class PastDayTest extends TestCase
{
    public function test_it_adds_up_what_listings_sold_and_averages_how_they_stood(): void
    {
        $day = new PastDay();
        // Without tax and fees, at a cost of 6.00: 4.00 of 10.00 is a margin of 40 %, 2.00 of 8.00 one of 25 %.
        $day->add($this->listing(600), 1_000, [900, 1_000, 1_200], true, true, 3, 3_000, self::same(...));
        $day->add($this->listing(600), 800, [900], false, true, 2, 1_600, self::same(...));
        // Nobody to stand among, and no cost to work out a margin from.
        $day->add($this->listing(null), 500, [], false, false, 1, 500, self::same(...));

        self::assertSame(2, $day->listings);
        self::assertSame(1, $day->buyBoxes);
        self::assertSame('1.50', $day->rank(), 'second of four and first of two');
        self::assertSame('32.50', $day->marginPercent());
        self::assertSame(5_100, $day->revenue);
        self::assertSame(3 * 400 + 2 * 200, $day->profit);
    }

    public function test_a_day_on_which_nothing_was_observed_has_no_averages(): void
    {
        self::assertNull((new PastDay())->rank());
        self::assertNull((new PastDay())->marginPercent());
    }

    private function listing(?int $cost): Listing
    {
        return new Listing(
            'KC-1',
            Currency::of('EUR'),
            'kettle-crock',
            1_000,
            Earnings::of($cost, [], 0, new Tax(Percent::parse('0'), false), []),
        );
    }

    public function test_money_is_added_up_in_one_currency(): void
    {
        $day = new PastDay();
        $day->add($this->listing(600), 1_000, [], false, false, 3, 3_000, fn (int $francs): int => intdiv($francs * 10, 8));
        $day->add($this->listing(600), 1_000, [], false, false, 1, 1_000, self::same(...));
        self::assertSame(4_750, $day->revenue);
        self::assertSame(intdiv(3 * 400 * 10, 8) + 400, $day->profit);
    }

    private static function same(int $amount): int
    {
        return $amount;
    }
}
