<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Limits;

use Brick\Math\BigRational;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\Fee;
use Wrasse\Core\Profit\FixedFee;
use Wrasse\Core\Profit\PercentFee;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Profit\Tax;

final class SmallestPriceTest extends TestCase
{
    private const HIGHEST_TRIED = 30_000;

    /** Trying every price from one minor unit up is the definition. */
    public function test_is_what_brute_force_finds(): void
    {
        mt_srand(20_260_302);
        $unreachable = 0;
        for ($i = 0; $i < 1_200; $i++) {
            $cost = mt_rand(0, 4_000);
            $earnings = new Earnings(
                $cost,
                mt_rand(0, 3) === 0 ? mt_rand(0, 600) : 0,
                new Tax(self::percent(25), (bool) mt_rand(0, 1)),
                self::fees(),
            );
            $condition = match (mt_rand(0, 3)) {
                0 => EarningsCondition::margin(self::percent(45), $cost),
                1 => EarningsCondition::markup(self::percent(120), $cost),
                2 => EarningsCondition::markupAbove(self::percent(120), $cost),
                default => EarningsCondition::profit(mt_rand(0, 900), $cost),
            };
            $solved = SmallestPrice::from(1, $earnings, $condition);
            $found = $this->bruteForce($earnings, $condition);
            if ($found === null) {
                $unreachable++;
                self::assertGreaterThan(self::HIGHEST_TRIED, $solved);
            } else {
                self::assertSame($found, $solved, "case {$i}");
            }
        }
        self::assertLessThan(300, $unreachable, 'most cases are to be decided by the search');
    }

    /** brick/math rationals as an independent reference for the inequality itself. */
    public function test_margin_is_compared_exactly(): void
    {
        mt_srand(77);
        for ($i = 0; $i < 400; $i++) {
            $cost = mt_rand(1, 5_000);
            $margin = self::percent(60);
            $earnings = new Earnings($cost, 0, new Tax(Percent::of(19), true), [
                new PercentFee(self::percent(15), Basis::Landed),
            ]);
            $price = SmallestPrice::from(1, $earnings, EarningsCondition::margin($margin, $cost));
            $reached = fn (int $at) => ($profit = $earnings->at($at)) !== null &&
                $profit->net > 0 &&
                BigRational::of($profit->profit)
                    ->dividedBy($profit->net)
                    ->isGreaterThanOrEqualTo(BigRational::of((string) $margin)->dividedBy(100));
            if ($price <= SmallestPrice::LARGEST) {
                self::assertTrue($reached($price), "case {$i}");
                self::assertFalse($price > 1 && $reached($price - 1) && $reached($price - 2), "case {$i}");
            }
        }
    }

    public function test_a_margin_beyond_what_fees_leave_is_unreachable(): void
    {
        $earnings = new Earnings(1_000, 0, new Tax(Percent::of(0), true), [
            new PercentFee(Percent::of(15), Basis::Landed),
        ]);
        self::assertSame(
            SmallestPrice::NONE,
            SmallestPrice::from(1, $earnings, EarningsCondition::margin(Percent::of(85), 1_000)),
        );
        self::assertSame(
            SmallestPrice::NONE,
            SmallestPrice::from(1, $earnings, EarningsCondition::margin(Percent::of(90), 1_000)),
        );
    }

    public function test_a_maximum_fee_makes_it_reachable_again(): void
    {
        $earnings = new Earnings(1_000, 0, new Tax(Percent::of(0), true), [
            new PercentFee(Percent::of(30), Basis::Landed, maximum: 2_000),
        ]);
        $price = SmallestPrice::from(1, $earnings, EarningsCondition::margin(Percent::of(80), 1_000));
        self::assertSame(15_000, $price);
    }

    public function test_large_amounts_stay_exact(): void
    {
        $cost = 100_000_000_000;
        $earnings = new Earnings($cost, 0, new Tax(Percent::of(0), true), []);
        self::assertSame(
            200_000_000_000,
            SmallestPrice::from(1, $earnings, EarningsCondition::markup(Percent::of(100), $cost)),
        );
        self::assertSame(
            SmallestPrice::NONE,
            SmallestPrice::from(1, $earnings, EarningsCondition::markup(Percent::of(10_000), $cost)),
        );
    }

    private function bruteForce(Earnings $earnings, EarningsCondition $condition): ?int
    {
        for ($price = 1; $price <= self::HIGHEST_TRIED; $price++) {
            if ($condition->holds($earnings, $price)) {
                return $price;
            }
        }

        return null;
    }

    /** @return list<Fee> */
    private static function fees(): array
    {
        $fees = [];
        if (mt_rand(0, 3) > 0) {
            $minimum = mt_rand(0, 2) === 0 ? mt_rand(10, 200) : null;
            $fees[] = new PercentFee(
                self::percent(25),
                mt_rand(0, 1) === 0 ? Basis::Landed : Basis::Item,
                $minimum,
                mt_rand(0, 2) === 0 ? ($minimum ?? 0) + mt_rand(50, 900) : null,
            );
        }
        if (mt_rand(0, 1) === 0) {
            $fees[] = new FixedFee(mt_rand(0, 99));
        }

        return $fees;
    }

    private static function percent(int $below): Percent
    {
        return Percent::parse(
            mt_rand(0, 1) === 0
                ? (string) mt_rand(0, $below)
                : sprintf('%d.%d', mt_rand(0, $below - 1), mt_rand(0, 99)),
        );
    }
}
