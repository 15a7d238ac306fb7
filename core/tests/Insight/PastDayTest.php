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
        $day->add($this->listing(600), 1_000, [900, 1_000, 1_200], false, true, 3, 3_000, self::same(...));
        $day->add($this->listing(600), 800, [900], true, true, 2, 1_600, self::same(...));
        // Nobody to stand among, and no cost to work out a margin from.
        $day->add($this->listing(null), 500, [], false, false, 1, 500, self::same(...));

        self::assertSame([2, 2], [$day->listings, $day->met]);
        self::assertSame(1, $day->buyBoxes);
        self::assertSame(2 + 1, $day->ranks, 'second of three and first of two');
        self::assertSame([1, 0], [$day->cheapest, $day->dearest]);
        self::assertSame([2, 40_00 + 25_00], [$day->priced, $day->margins]);
        self::assertSame(66_67 + 33_33, $day->markups);
        self::assertSame([6, 5_100], [$day->units, $day->revenue]);
        self::assertSame(3 * 400 + 2 * 200, $day->profit);
    }

    /**
     * A ratio of sums, as the Dutot index (Consumer Price Index Manual, ILO and others, 2004, chapter 20; from memory): one
     * rival that asks a cent does not carry the whole away, as it does a mean of ratios (Carli).
     */
    public function test_what_ours_cost_is_added_up_beside_what_the_same_costs_at_rivals(): void
    {
        $day = new PastDay();
        // With 2.00 of shipping ours costs 12.00, theirs 10.00 and 14.00.
        $day->add($this->listing(600, shipping: 200), 1_000, [800, 1_200], false, true, 0, 0, self::same(...));
        self::assertSame([1_200, 1_200, 1_000], [$day->ours, $day->average, $day->lowest]);
        $day->add($this->listing(600), 1_500, [1, 1_200, 1_201], false, true, 0, 0, self::same(...));
        self::assertSame([1_200 + 1_500, 1_200 + 801, 1_000 + 1], [$day->ours, $day->average, $day->lowest]);
        self::assertSame([0, 1], [$day->cheapest, $day->dearest]);
        $day->add($this->listing(600), 1_000, [500], false, true, 0, 0, fn (int $francs): int => intdiv($francs * 10, 8));
        self::assertSame([2_700 + 1_250, 2_001 + 625], [$day->ours, $day->average]);
    }

    public function test_the_buy_box_is_ours_where_nobody_else_is_and_what_is_sold_out_stands_nowhere(): void
    {
        $day = new PastDay();
        $day->add($this->listing(600), 1_000, [], true, true, 0, 0, self::same(...));
        $day->addSoldOut($this->listing(600), 1_000, 2, 2_000, self::same(...));
        $day->addSoldOut($this->listing(null), 1_000, 1, 1_000, self::same(...));
        self::assertSame([1, 1, 0, 1], [$day->listings, $day->buyBoxes, $day->met, $day->priced]);
        self::assertSame([3, 3_000, 800], [$day->units, $day->revenue, $day->profit]);
    }

    public function test_a_loss_counts_as_one(): void
    {
        $day = new PastDay();
        $day->add($this->listing(1_250), 1_000, [], false, true, 1, 1_000, self::same(...));
        self::assertSame([-25_00, -20_00, -250], [$day->margins, $day->markups, $day->profit]);
    }

    private function listing(?int $cost, int $shipping = 0): Listing
    {
        return new Listing(
            'KC-1',
            Currency::of('EUR'),
            'kettle-crock',
            1_000,
            Earnings::of($cost, [], $shipping, new Tax(Percent::parse('0'), false), []),
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
