<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Rules paced by sales, made from cost, or written as a formula. */
final class OtherKindsTest extends TestCase
{
    use Documents;

    private const SALES = [
        'kind' => 'sales',
        'window_days' => 7,
        'bands' => [
            ['units_below' => 10, 'move' => 'down', 'percent' => '5'],
            ['units_at_least' => 30, 'move' => 'up', 'amount' => '1.00'],
        ],
    ];

    /**
     * @return array<string, array{list<array<string, mixed>>, array<string, mixed>, string}> sales, rule, what comes of
     *     it; now is 2 March, at 24.90
     */
    public static function paces(): array
    {
        $days = fn (int $units, array $out = []) => array_map(
            fn (int $day) => [
                'date' => sprintf('2026-02-%02d', $day),
                'units' => $units,
                'in_stock' => ! in_array($day, $out, true),
            ],
            range(23, 28),
        );

        return [
            'slow: down 5 %, rounded down' => [$days(1), [], 'change sales_pace 23.65'],
            'no sales at all' => [[], [], 'change sales_pace 23.65'],
            'in between' => [$days(2), [], 'keep pace_in_band'],
            'ten are not below ten' => [[['date' => '2026-03-01', 'units' => 10]], [], 'keep pace_in_band'],
            'quick: up by 1.00' => [
                [...$days(5), ['date' => '2026-03-01', 'units' => 0]],
                [],
                'change sales_pace 25.90',
            ],
            'today does not count' => [[['date' => '2026-03-02', 'units' => 99]], [], 'change sales_pace 23.65'],
            'the eighth day back does not count' => [
                [['date' => '2026-02-22', 'units' => 99]],
                [],
                'change sales_pace 23.65',
            ],
            'the seventh does' => [[['date' => '2026-02-23', 'units' => 99]], [], 'change sales_pace 25.90'],
            '6 units on 4 days in stock are a pace of 10.5' => [$days(1, [23, 24, 25]), [], 'keep pace_in_band'],
            'the same, days out of stock counted' => [
                $days(1, [23, 24, 25]),
                ['in_stock_days_only' => false],
                'change sales_pace 23.65',
            ],
            'never in stock' => [
                array_map(fn (string $date) => ['date' => $date, 'units' => 0, 'in_stock' => false], [
                    '2026-02-23',
                    '2026-02-24',
                    '2026-02-25',
                    '2026-02-26',
                    '2026-02-27',
                    '2026-02-28',
                    '2026-03-01',
                ]),
                [],
                'skipped no_sales_window',
            ],
            'of bands side by side the one that fits' => [
                [],
                [
                    'bands' => [
                        ['units_at_least' => 1, 'units_below' => 10, 'move' => 'down', 'percent' => '5'],
                        ['units_below' => 1, 'move' => 'up', 'percent' => '10'],
                        ['units_at_least' => 10, 'move' => 'down', 'percent' => '5'],
                    ],
                ],
                'change sales_pace 27.39',
            ],
            'a band with two ends' => [
                $days(2),
                ['bands' => [['units_at_least' => 12, 'units_below' => 13, 'move' => 'up', 'percent' => '10']]],
                'change sales_pace 27.39',
            ],
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $sales
     * @param  array<string, mixed>  $rule
     */
    #[DataProvider('paces')]
    public function test_the_pace_of_sales(array $sales, array $rule, string $says): void
    {
        self::assertSame($says, self::says(['listing' => ['sales' => $sales], 'rule' => [...self::SALES, ...$rule]]));
    }

    public function test_the_window_ends_before_the_day_where_the_seller_is(): void
    {
        $says = fn (array $change) => self::says([
            ...$change,
            'listing' => ['sales' => [['date' => '2026-03-02', 'units' => 99]]],
            'rule' => self::SALES,
        ]);
        self::assertSame(
            'change sales_pace 23.65',
            $says(['now' => '2026-03-02T23:30:00Z']),
            'in UTC it is still that day',
        );
        self::assertSame(
            'change sales_pace 25.90',
            $says(['now' => '2026-03-02T23:30:00Z', 'today' => '2026-03-03']),
            'half an hour past midnight in Berlin',
        );
        self::assertSame(
            'change sales_pace 23.65',
            $says(['now' => '2026-03-03T00:30:00Z', 'today' => '2026-03-02']),
            'still that day in New York',
        );
    }

    public function test_a_change_within_the_window_leaves_it_open(): void
    {
        $says = fn (string $changed) => self::says([
            'listing' => ['last_changed_at' => $changed],
            'rule' => self::SALES,
        ]);
        self::assertSame('skipped window_open', $says('2026-02-23T09:00:01Z'));
        self::assertSame('change sales_pace 23.65', $says('2026-02-23T09:00:00Z'));
        self::assertSame(
            'change at_floor 15.00',
            self::says([
                'listing' => ['price' => '9.00', 'last_changed_at' => '2026-03-01T09:00:00Z'],
                'rule' => self::SALES,
            ]),
            'not outside the limits',
        );
    }

    /**
     * Each tier starts one minor unit above the last: common practice, no source. @return array<string, array{string,
     * string}> cost, price
     */
    public static function markups(): array
    {
        return [
            'up to 20.00: 100 %' => ['20.00', '40.00'],
            'from 20.01: 85 %, half up' => ['20.01', '37.02'],
            'up to 30.00: 85 %' => ['30.00', '55.50'],
            'from 30.01: 20.00' => ['30.01', '50.01'],
            'nothing costs at least one cent' => ['0.00', '0.01'],
        ];
    }

    #[DataProvider('markups')]
    public function test_markup_by_tier_of_cost(string $cost, string $price): void
    {
        $rule = [
            'kind' => 'markup',
            'tiers' => [
                ['from' => '0.00', 'percent' => '100'],
                ['from' => '20.01', 'percent' => '85'],
                ['from' => '30.01', 'amount' => '20.00'],
            ],
        ];
        $limits = [
            'floor' => [['kind' => 'amount', 'amount' => '0.01']],
            'ceiling' => [['kind' => 'amount', 'amount' => '99.00']],
        ];
        self::assertSame(
            "change markup {$price}",
            self::says([
                'listing' => ['cost' => $cost, 'extra_costs' => [['label' => 'inbound', 'amount' => '3.00']]],
                'limits' => $limits,
                'rule' => $rule,
            ]),
        );
    }

    /** 123.23 with 15.00 or 15 % put on: common practice, no source. */
    public function test_fifteen_on_123_23(): void
    {
        $says = fn (array $markup) => self::decide([
            'listing' => ['cost' => '123.23'],
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '1.00']],
                'ceiling' => [['kind' => 'amount', 'amount' => '999.00']],
            ],
            'rule' => ['kind' => 'markup', 'tiers' => [['from' => '0', ...$markup]]],
        ])['price'];
        self::assertSame(['138.23', '141.71'], [$says(['amount' => '15.00']), $says(['percent' => '15'])]);
    }

    public function test_a_markup_earns_its_minimum_profit(): void
    {
        $rule = ['kind' => 'markup', 'tiers' => [['from' => '0.00', 'percent' => '60']], 'min_profit' => '4.00'];
        $fees = [['kind' => 'percent', 'percent' => '15']];
        // 16.00 leaves 16.00 − 2.40 − 10.00 = 3.60; 16.47 leaves 16.47 − 2.47 − 10.00 = 4.00.
        self::assertSame('change markup 16.47', self::says(['fees' => $fees, 'rule' => $rule]));
        self::assertSame(
            'change markup 16.00',
            self::says(['fees' => $fees, 'rule' => [...$rule, 'min_profit' => '3.60']]),
        );
        self::assertSame(
            'blocked no_valid_price',
            self::says(['fees' => [['kind' => 'percent', 'percent' => '100']], 'rule' => $rule]),
        );
        self::assertSame(
            'blocked cost_missing',
            self::says(['listing' => ['cost' => null], 'rule' => $rule]),
            'though no limit needs it',
        );
    }

    private const MARKET = [
        ['seller' => 'a', 'price' => '80.00'],
        ['seller' => 'b', 'price' => '70.00', 'buy_box' => true],
        ['seller' => 'c', 'price' => '90.00'],
    ];

    /**
     * @return array<string, array{string, string}> formula, what comes of it; offers at 70, 80 and 90, own shipping
     *     2.00
     */
    public static function formulas(): array
    {
        return [
            'a condition' => ['average >= 77 ? average * 1.10 : price', 'change formula 85.80'],
            'its other side' => ['average >= 79 ? average * 1.10 : price', 'keep already_there'],
            'figures less own shipping' => ['lowest', 'change formula 68.00'],
            'second' => ['second - 0.01', 'change formula 77.99'],
            'median' => ['median', 'change formula 78.00'],
            'highest' => ['highest', 'change formula 88.00'],
            'buy box' => ['min(buy_box, 75)', 'change formula 68.00'],
            'count' => ['count * 20', 'change formula 60.00'],
            'own figures' => ['max(cost * 2, floor, rrp - 5)', 'change formula 94.90'],
            'stock' => ['stock > 10 ? 50 : 60', 'change formula 50.00'],
            'sold' => ['50 + sold_7d + sold_30d', 'change formula 58.00'],
            'half a cent goes up' => ['60.005', 'change formula 60.01'],
            'just under half a cent' => ['60.0049', 'change formula 60.00'],
            'what doubles cannot hold is rounded first' => ['64.085', 'change formula 64.09'],
            'and so is a product' => ['59.9 * 1.15', 'change formula 68.89'],
            'functions' => ['round(floor(66.7) + ceil(0.2) + abs(-1))', 'change formula 68.00'],
            'null' => ['price > 1 ? null : 2', 'keep formula_null'],
            'negative' => ['-1', 'blocked formula_error'],
            'true' => ['price > 1', 'blocked formula_error'],
            'divided by zero' => ['price / (count - 3)', 'blocked formula_error'],
            'too large' => ['10 ** 300', 'blocked formula_error'],
            'not a number' => ['(10 ** 308 * 10) - (10 ** 308 * 10)', 'blocked formula_error'],
            'a figure the listing lacks' => ['map + 1', 'blocked formula_input_missing'],
            'even where it is not reached' => ['true ? 50 : map', 'blocked formula_input_missing'],
            'zero becomes one cent, then the floor' => ['0', 'change at_floor 15.00'],
            'remainder' => ['60.9 % 7 + 60', 'change formula 64.00'],
        ];
    }

    #[DataProvider('formulas')]
    public function test_formulas(string $formula, string $says): void
    {
        $listing = [
            'price' => '75.00',
            'shipping' => '2.00',
            'rrp' => '99.90',
            'sales' => [['date' => '2026-03-01', 'units' => 3], ['date' => '2026-02-10', 'units' => 2]],
        ];
        $limits = [
            'floor' => [['kind' => 'amount', 'amount' => '15.00']],
            'ceiling' => [['kind' => 'amount', 'amount' => '120.00']],
        ];
        self::assertSame(
            $says,
            self::says([
                'listing' => $listing,
                'limits' => $limits,
                'offers' => self::MARKET,
                'rule' => ['kind' => 'formula', 'price' => $formula],
            ]),
        );
    }

    public function test_a_market_figure_without_value_keeps_the_price(): void
    {
        $says = fn (string $formula, array $offers) => self::says([
            'offers' => $offers,
            'rule' => ['kind' => 'formula', 'price' => $formula],
        ]);
        self::assertSame('keep no_rivals', $says('lowest', []));
        self::assertSame('keep no_rivals', $says('second', [['seller' => 'r', 'price' => '20.00']]));
        self::assertSame('keep no_rivals', $says('buy_box ?? 20', [['seller' => 'r', 'price' => '20.00']]));
        self::assertSame('keep no_rivals', $says('lowest + map', []), 'the market is said first');
        self::assertSame('change formula 19.00', $says('19 + count', []));
    }

    public function test_other_kinds_use_the_usual_field(): void
    {
        $offers = [
            ['seller' => 'a', 'price' => '18.00', 'condition' => 'used'],
            ['seller' => 'b', 'price' => '19.00', 'shipping' => '1.50'],
            ['seller' => 'us', 'price' => '17.00'],
        ];
        self::assertSame(
            'change formula 20.50',
            self::says(['offers' => $offers, 'rule' => ['kind' => 'formula', 'price' => 'lowest']]),
        );
    }
}
