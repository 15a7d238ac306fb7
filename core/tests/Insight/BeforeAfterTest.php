<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Insight\BeforeAfter;
use Wrasse\Core\Insight\PriceChangeSide;

final class BeforeAfterTest extends TestCase
{
    public function test_sales_are_set_against_the_days_on_which_there_was_something_to_sell(): void
    {
        $followed = new BeforeAfter();
        // 14 in 7 days, then 9 in 3: two a day became three.
        $followed->add(new PriceChangeSide(7, 14, 14_000, 2_800, null), new PriceChangeSide(3, 9, 8_100, 900, null));
        self::assertSame(1, $followed->cases);
        self::assertSame(['2.00', '3.00'], $followed->units());
        self::assertSame([2_000, 2_700], $followed->revenue());
        self::assertSame([400, 300], $followed->profit());
        self::assertNull($followed->buyBoxPercent(), 'nobody can hold it there');
    }

    public function test_cases_are_added_up_by_their_days_and_not_averaged_one_by_one(): void
    {
        $followed = new BeforeAfter();
        $followed->add(new PriceChangeSide(7, 7, 700, -70, false), new PriceChangeSide(7, 0, 0, 0, true));
        $followed->add(new PriceChangeSide(1, 1, 100, -10, true), new PriceChangeSide(7, 7, 700, -70, true));
        $followed->add(new PriceChangeSide(0, 0, 0, 0, null), new PriceChangeSide(0, 0, 0, 0, true));
        self::assertSame(['1.00', '0.50'], $followed->units());
        self::assertSame([-10, -5], $followed->profit());
        self::assertSame([50, 100], $followed->buyBoxPercent(), 'the third is known of one side alone');
    }

    public function test_without_a_day_in_stock_nothing_is_said(): void
    {
        $followed = new BeforeAfter();
        $followed->add(new PriceChangeSide(0, 0, 0, 0, null), new PriceChangeSide(7, 7, 700, 70, null));
        self::assertNull($followed->units());
        self::assertNull($followed->revenue());
        self::assertNull($followed->profit());
        self::assertNull((new BeforeAfter())->buyBoxPercent());
    }
}
