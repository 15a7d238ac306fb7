<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Decision;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Floors and ceilings as they come out of their terms. */
final class LimitsTest extends TestCase
{
    use Documents;

    /**
     * @return array<string, array{list<array<string, mixed>>, string|null}> floor terms, floor; cost 10.00, MAP 17.50,
     *     no fees, no tax, offers at 20.00 and 26.00
     */
    public static function floors(): array
    {
        return [
            'by hand' => [[['kind' => 'amount', 'amount' => '15.00']], '15.00'],
            'margin of 20 %: 2.50 of 12.50' => [[['kind' => 'margin', 'percent' => '20']], '12.50'],
            'markup of 20 %' => [[['kind' => 'markup', 'percent' => '20']], '12.00'],
            'profit' => [[['kind' => 'profit', 'amount' => '3.01']], '13.01'],
            'minimum advertised price' => [[['kind' => 'map']], '17.50'],
            'the average' => [[['kind' => 'reference', 'reference' => ['of' => 'average']]], '23.00'],
            'a mean of references' => [
                [['kind' => 'reference', 'reference' => ['mean' => [['of' => 'lowest'], ['of' => 'current']]]]],
                '22.45',
            ],
            'the highest of several' => [
                [['kind' => 'amount', 'amount' => '15.00'], ['kind' => 'map'], ['kind' => 'markup', 'percent' => '20']],
                '17.50',
            ],
            'the highest, whichever comes first' => [
                [['kind' => 'map'], ['kind' => 'amount', 'amount' => '15.00']],
                '17.50',
            ],
        ];
    }

    /** @param  list<array<string, mixed>>  $terms */
    #[DataProvider('floors')]
    public function test_the_floor_is_the_highest_of_its_terms(array $terms, ?string $floor): void
    {
        $offers = [['seller' => 'a', 'price' => '20.00'], ['seller' => 'b', 'price' => '26.00']];
        self::assertSame(
            $floor,
            self::decide([
                'listing' => ['map' => '17.50'],
                'offers' => $offers,
                'limits' => ['floor' => $terms, 'ceiling' => [['kind' => 'amount', 'amount' => '40.00']]],
            ])['floor'],
        );
    }

    /**
     * @return array<string, array{list<array<string, mixed>>, string|null}> ceiling terms, ceiling; cost 10.00, RRP
     *     33.33
     */
    public static function ceilings(): array
    {
        return [
            'recommended price' => [[['kind' => 'rrp', 'percent' => '100']], '33.33'],
            'recommended price where no part is named' => [[['kind' => 'rrp']], '33.33'],
            'a part of it, rounded down: 32.9967' => [[['kind' => 'rrp', 'percent' => '99']], '32.99'],
            'more than it, rounded down: 36.663' => [[['kind' => 'rrp', 'percent' => '110']], '36.66'],
            'markup: 25.00 is exactly 150 %' => [[['kind' => 'markup', 'percent' => '150']], '25.00'],
            'markup of a third: 13.33 is 33.3 %, 13.34 is more' => [
                [['kind' => 'markup', 'percent' => '33.3333']],
                '13.33',
            ],
            'profit: 3.01 a piece is the most' => [[['kind' => 'profit', 'amount' => '3.01']], '13.01'],
            'margin: 2.50 of 12.50 is exactly 20 %' => [[['kind' => 'margin', 'percent' => '20']], '12.50'],
            'margin of 23 %: 12.98 leaves 22.96 %, 12.99 more' => [[['kind' => 'margin', 'percent' => '23']], '12.98'],
            'the highest rival' => [[['kind' => 'reference', 'reference' => ['of' => 'highest']]], '20.00'],
            'the lowest of several' => [
                [
                    ['kind' => 'rrp'],
                    ['kind' => 'markup', 'percent' => '150'],
                    ['kind' => 'amount', 'amount' => '39.00'],
                ],
                '25.00',
            ],
        ];
    }

    /** @param  list<array<string, mixed>>  $terms */
    #[DataProvider('ceilings')]
    public function test_the_ceiling_is_the_lowest_of_its_terms(array $terms, ?string $ceiling): void
    {
        self::assertSame(
            $ceiling,
            self::decide([
                'listing' => ['rrp' => '33.33'],
                'limits' => ['floor' => [['kind' => 'amount', 'amount' => '11.00']], 'ceiling' => $terms],
            ])['ceiling'],
        );
    }

    public function test_a_ceiling_by_earnings_is_one_below_the_smallest_price_that_earns_more(): void
    {
        mt_srand(7);
        for ($case = 0; $case < 300; $case++) {
            $fees = array_slice(
                [
                    ['kind' => 'percent', 'percent' => (string) mt_rand(0, 30), 'minimum' => '0.30'],
                    ['kind' => 'fixed', 'amount' => '0.35'],
                    [
                        'kind' => 'tiered',
                        'mode' => 'slab',
                        'tiers' => [['up_to' => '15.00', 'percent' => '15'], ['up_to' => null, 'percent' => '5']],
                    ],
                ],
                mt_rand(0, 2),
            );
            $term = [
                ['kind' => 'profit', 'amount' => sprintf('%d.%02d', mt_rand(0, 9), mt_rand(0, 99))],
                ['kind' => 'margin', 'percent' => (string) mt_rand(0, 35)],
            ][$case % 2];
            $change = [
                'fees' => $fees,
                'tax' => ['percent' => '19', 'included' => $case % 3 > 0],
                'limits' => ['floor' => [['kind' => 'amount', 'amount' => '0.01']], 'ceiling' => [$term]],
            ];
            $earnings = self::request($change)->listing->earnings;
            $expected = null;
            for ($price = 1; $price < 20_000 && $expected === null; $price++) {
                $profit = $earnings->at($price);
                $isAbove =
                    $term['kind'] === 'profit'
                        ? $profit->profit > (int) str_replace('.', '', (string) $term['amount'])
                        : $profit->profit * 100 > (int) $term['percent'] * $profit->net && $profit->net > 0;
                $expected = $isAbove ? $price - 1 : null;
            }
            $solved = self::decide($change)['ceiling'];
            $expected === null
                ? self::assertTrue(
                    $solved === null || (float) $solved >= 199.99,
                    json_encode($change, JSON_THROW_ON_ERROR),
                )
                : self::assertSame(
                    sprintf('%d.%02d', intdiv($expected, 100), $expected % 100),
                    $solved,
                    json_encode($change, JSON_THROW_ON_ERROR),
                );
        }
    }

    public function test_a_ceiling_that_follows_the_market_takes_off_own_shipping_and_is_left_out_where_nobody_is(): void
    {
        $ceiling = fn (array $offers) => self::decide([
            'listing' => ['shipping' => '3.00'],
            'offers' => $offers,
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '12.00']],
                'ceiling' => [
                    ['kind' => 'reference', 'reference' => ['of' => 'highest']],
                    ['kind' => 'amount', 'amount' => '40.00'],
                ],
            ],
        ])['ceiling'];
        self::assertSame(
            ['23.00', '40.00'],
            [$ceiling([['seller' => 'a', 'price' => '20.00'], ['seller' => 'b', 'price' => '26.00']]), $ceiling([])],
        );
    }

    public function test_a_ceiling_by_markup_that_no_price_goes_beyond_is_none(): void
    {
        $change = [
            'fees' => [['kind' => 'percent', 'percent' => '100']],
            'limits' => [
                'floor' => [['kind' => 'amount', 'amount' => '11.00']],
                'ceiling' => [['kind' => 'markup', 'percent' => '10']],
            ],
        ];
        self::assertSame('blocked ceiling_missing', self::says($change));
    }

    public function test_floor_and_ceiling_may_be_the_same(): void
    {
        $limits = fn (string $ceiling) => [
            'floor' => [['kind' => 'amount', 'amount' => '21.00']],
            'ceiling' => [['kind' => 'amount', 'amount' => $ceiling]],
        ];
        self::assertSame('change at_floor 21.00', self::says(['limits' => $limits('21.00')]));
        self::assertSame('blocked limits_conflict', self::says(['limits' => $limits('20.99')]));
    }

    public function test_a_market_term_takes_off_own_shipping_and_is_left_out_where_nobody_is(): void
    {
        $change = [
            'listing' => ['shipping' => '3.00'],
            'limits' => [
                'floor' => [
                    ['kind' => 'reference', 'reference' => ['of' => 'lowest']],
                    ['kind' => 'amount', 'amount' => '12.00'],
                ],
                'ceiling' => [['kind' => 'amount', 'amount' => '40.00']],
            ],
        ];
        self::assertSame('17.00', self::decide($change)['floor']);
        self::assertSame('20.00', self::decide([...$change, 'rule' => ['compare' => 'item']])['floor']);
        self::assertSame('12.00', self::decide([...$change, 'offers' => []])['floor']);
        $change['limits']['floor'] = [['kind' => 'reference', 'reference' => ['of' => 'lowest']]];
        self::assertSame(
            '0.01',
            self::decide([...$change, 'offers' => [['seller' => 'a', 'price' => '2.50']]])['floor'],
            'own shipping alone costs more',
        );
    }

    /**
     * @return array<string, array{array<string, mixed>, array{string|null, string|null, string}}> what is given, then
     *     floor, ceiling and why it is blocked
     */
    public static function gaps(): array
    {
        $margin = ['kind' => 'margin', 'percent' => '10'];
        $hand = ['kind' => 'amount', 'amount' => '40.00'];

        return [
            'no cost: the ceiling can still be told' => [
                ['listing' => ['cost' => null], 'limits' => ['floor' => [$margin], 'ceiling' => [$hand]]],
                [null, '40.00', 'cost_missing'],
            ],
            'no cost for the ceiling: the floor can still be told' => [
                [
                    'listing' => ['cost' => null],
                    'limits' => [
                        'floor' => [['kind' => 'amount', 'amount' => '15.00']],
                        'ceiling' => [['kind' => 'markup', 'percent' => '10']],
                    ],
                ],
                ['15.00', null, 'cost_missing'],
            ],
            'no cost comes before no ceiling' => [
                ['listing' => ['cost' => null], 'limits' => ['floor' => [$margin], 'ceiling' => []]],
                [null, null, 'cost_missing'],
            ],
            'unreachable' => [
                [
                    'fees' => [['kind' => 'percent', 'percent' => '95']],
                    'limits' => ['floor' => [$margin], 'ceiling' => [$hand]],
                ],
                [null, '40.00', 'floor_unreachable'],
            ],
            'no floor' => [
                ['limits' => ['floor' => [['kind' => 'map']], 'ceiling' => [$hand]]],
                [null, '40.00', 'floor_missing'],
            ],
            'no ceiling' => [
                ['limits' => ['floor' => [$margin], 'ceiling' => [['kind' => 'rrp']]]],
                ['11.12', null, 'ceiling_missing'],
            ],
            'neither' => [['limits' => []], [null, null, 'floor_missing']],
        ];
    }

    /**
     * @param  array<string, mixed>  $change
     * @param  array{string|null, string|null, string}  $expected
     */
    #[DataProvider('gaps')]
    public function test_gaps_are_named_in_their_order(array $change, array $expected): void
    {
        $decision = self::decide($change);
        self::assertSame(
            [...$expected, 'blocked'],
            [$decision['floor'], $decision['ceiling'], $decision['reason'], $decision['outcome']],
        );
    }
}
