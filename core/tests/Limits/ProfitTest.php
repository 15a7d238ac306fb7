<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Limits;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\FixedFee;
use Wrasse\Core\Profit\PercentFee;
use Wrasse\Core\Profit\Profit;
use Wrasse\Core\Profit\Tax;

final class ProfitTest extends TestCase
{
    /**
     * VAT contained in a price is the price times the "VAT fraction" rate ÷ (100 + rate): one sixth at 20 %, one
     * twenty-first at 5 % (HMRC VAT Notice 700, section on VAT fractions; values from memory). The others are common
     * practice, no source.
     *
     * @return array<string, array{string, int, int}>
     */
    public static function vat(): array
    {
        return [
            '20 %: one sixth of 120.00' => ['20', 12_000, 10_000],
            '5 %: one twenty-first of 21.00' => ['5', 2_100, 2_000],
            '19 % in 119.00' => ['19', 11_900, 10_000],
            '7 % in 10.70' => ['7', 1_070, 1_000],
            'rounded' => ['19', 100, 84],
            'an exact half goes up' => ['100', 1, 1],
            'and another' => ['60', 4, 3],
            'none' => ['0', 999, 999],
        ];
    }

    #[DataProvider('vat')]
    public function test_net_of_a_price_with_tax(string $rate, int $gross, int $net): void
    {
        self::assertSame($net, (new Tax(Percent::parse($rate), included: true))->net($gross));
    }

    public function test_tax_on_top_leaves_the_price_net(): void
    {
        self::assertSame(1_000, (new Tax(Percent::of(19), included: false))->net(1_000));
    }

    /** Article 78 again: what is not net is tax. At 23.90 with 19 %: 20.08 and 3.82 (worked by hand). */
    public function test_tax_contained_in_price_and_shipping(): void
    {
        $sale = fn (bool $included, int $shipping) => new Earnings(
            1_000,
            $shipping,
            new Tax(Percent::of(19), $included),
            [],
        );
        self::assertSame(
            [382, 0, 461],
            [$sale(true, 0)->taxIn(2_390), $sale(false, 0)->taxIn(2_390), $sale(true, 499)->taxIn(2_390)],
        );
    }

    public function test_break_even_is_where_the_next_smaller_price_makes_a_loss(): void
    {
        $earnings = new Earnings(1_024, 0, new Tax(Percent::of(19), true), [
            new PercentFee(Percent::of(12), Basis::Landed),
            new FixedFee(25),
        ]);
        $price = (int) $earnings->breakEven();
        self::assertGreaterThanOrEqual(0, $earnings->at($price)?->profit);
        self::assertLessThan(0, $earnings->at($price - 1)?->profit);
        // (10.24 + 0.25) ÷ (1 ÷ 1.19 − 0.12) = 14.56, before rounding.
        self::assertEqualsWithDelta(1_456, $price, 2);
        self::assertNull((new Earnings(null, 0, new Tax(Percent::of(19), true), []))->breakEven());
        self::assertNull(
            (new Earnings(100, 0, new Tax(Percent::of(0), true), [
                new PercentFee(Percent::of(100), Basis::Landed),
            ]))->breakEven(),
            'all of it goes in fees',
        );
    }

    /**
     * The usual conversion table: a markup of 25 % is a margin of 20 %, and so on (common practice, found in any retail
     * arithmetic handbook; values from memory).
     *
     * @return array<string, array{int, int, string, string}> cost, price, margin, markup
     */
    public static function conversions(): array
    {
        return [
            '20 / 25' => [8_000, 10_000, '20.00', '25.00'],
            '25 / 33.33' => [7_500, 10_000, '25.00', '33.33'],
            '33.33 / 50' => [10_000, 15_000, '33.33', '50.00'],
            '40 / 66.67' => [6_000, 10_000, '40.00', '66.67'],
            '50 / 100' => [5_000, 10_000, '50.00', '100.00'],
            '75 / 300' => [2_500, 10_000, '75.00', '300.00'],
            'a loss' => [10_000, 9_000, '-11.11', '-10.00'],
        ];
    }

    #[DataProvider('conversions')]
    public function test_margin_and_markup(int $cost, int $price, string $margin, string $markup): void
    {
        $profit = new Profit($price, 0, $cost);
        self::assertSame($margin, $profit->marginPercent());
        self::assertSame($markup, $profit->markupPercent());
    }

    /** The trade's 44 % markup at 908, cut to 890, leaves about 41 % markup: common practice, no source. */
    public function test_a_cut_price_leaves_less_markup(): void
    {
        $cost = 631;
        self::assertSame('43.90', (new Profit(908, 0, $cost))->markupPercent());
        self::assertSame('41.05', (new Profit(890, 0, $cost))->markupPercent());
    }

    public function test_fees_tax_and_costs_together(): void
    {
        $earnings = new Earnings(1_200, 0, new Tax(Percent::of(19), true), [
            new PercentFee(Percent::of(12), Basis::Landed, minimum: 30),
            new FixedFee(35),
        ]);
        $profit = $earnings->at(2_366);
        self::assertNotNull($profit);
        self::assertSame([1_988, 319, 469], [$profit->net, $profit->fees, $profit->profit]);
        self::assertSame(['23.59', '39.08'], [$profit->marginPercent(), $profit->markupPercent()]);
    }

    public function test_a_fee_keeps_its_minimum_and_maximum(): void
    {
        $fee = new PercentFee(Percent::of(10), Basis::Item, minimum: 50, maximum: 200);
        self::assertSame(
            [50, 50, 51, 199, 200, 200],
            array_map(fn (int $price) => $fee->amount($price, 0), [1, 504, 505, 1_994, 1_995, 90_000]),
        );
        self::assertSame(100, (new PercentFee(Percent::of(10), Basis::Landed))->amount(800, 200));
        self::assertSame(80, (new PercentFee(Percent::of(10), Basis::Item))->amount(800, 200));
    }

    public function test_without_a_divisor_there_is_no_percentage(): void
    {
        self::assertNull((new Profit(0, 0, 100))->marginPercent());
        self::assertNull((new Profit(100, 0, 0))->markupPercent());
        self::assertNull((new Earnings(null, 0, new Tax(Percent::of(0), true), []))->at(100));
    }
}
