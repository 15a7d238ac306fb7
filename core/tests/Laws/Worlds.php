<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Laws;

use Eris\Generator;
use Eris\Generators;

/** Random requests, put together so that a failing one shrinks towards a simple one. Amounts in cents. */
trait Worlds
{
    private static function amount(int $cents): string
    {
        return sprintf('%d.%02d', intdiv($cents, 100), $cents % 100);
    }

    /**
     * A number stands for one choice of each; small numbers for the first ones, so that shrinking a number simplifies
     * what it stands for.
     *
     * @param  list<list<mixed>|int>  $choices  what to choose from, or how many whole numbers from zero
     * @return Generator<mixed>
     */
    private static function oneOfEach(array $choices): Generator
    {
        $sizes = array_map(fn (array|int $one) => is_int($one) ? $one : count($one), $choices);

        return Generators::map(function (int $number) use ($choices, $sizes): array {
            $chosen = [];
            foreach ($choices as $i => $from) {
                $at = $number % $sizes[$i];
                $number = intdiv($number, $sizes[$i]);
                $chosen[] = is_int($from) ? $at : $from[$at];
            }

            return $chosen;
        }, Generators::choose(0, array_product($sizes) - 1));
    }

    /** @return Generator<mixed> of lists of offers; some of them do not count */
    private static function offers(): Generator
    {
        return Generators::seq(
            Generators::map(
                fn (array $offer) => [$offer[0] + 1, ...array_slice($offer, 1, 5), 100 - $offer[6]],
                self::oneOfEach([
                    6_000,
                    [0, 0, 199, 290, 490],
                    [2, 1, 3, 4, 5, 0, 6, 7],
                    ['a', 'b', 'c', 'd', 'us'],
                    ['new', 'new', 'new', 'used'],
                    ['merchant', 'marketplace'],
                    20,
                ]),
            ),
        );
    }

    /**
     * @param  list<array{int, int, int, string, string, string, int}>  $offers
     * @return list<array<string, mixed>>
     */
    private static function asOffers(array $offers): array
    {
        return array_map(
            fn (array $offer) => [
                'seller' => $offer[3],
                'price' => self::amount($offer[0]),
                'shipping' => self::amount($offer[1]),
                'in_stock' => $offer[2] > 0,
                'buy_box' => $offer[2] === 1,
                'condition' => $offer[4],
                'fulfilment' => $offer[5],
                'rating_percent' => (string) $offer[6],
            ],
            $offers,
        );
    }

    /**
     * @return Generator<mixed> of [cost, extra cost, own shipping, tax in hundredths of a percent, is included, fees]
     */
    private static function economies(): Generator
    {
        return self::oneOfEach([
            3_000,
            300,
            [0, 0, 290, 499],
            [0, 700, 1_900, 2_100, 2_550],
            [true, false],
            self::fees(),
        ]);
    }

    /** @return list<list<array<string, mixed>>> */
    private static function fees(): array
    {
        $tiers = [
            ['up_to' => '20.00', 'percent' => '15'],
            ['up_to' => '40.00', 'percent' => '8.5'],
            ['up_to' => null, 'percent' => '12'],
        ];

        return [
            [],
            [['kind' => 'percent', 'percent' => '12']],
            [
                ['kind' => 'percent', 'percent' => '9.75', 'on' => 'item', 'minimum' => '0.50', 'maximum' => '3.00'],
                ['kind' => 'fixed', 'amount' => '0.35'],
            ],
            [['kind' => 'tiered', 'on' => 'landed', 'mode' => 'slab', 'tiers' => $tiers]],
            [
                ['kind' => 'tiered', 'on' => 'item', 'mode' => 'marginal', 'tiers' => $tiers],
                ['kind' => 'percent', 'percent' => '2'],
            ],
        ];
    }

    /** @return Generator<mixed> of [floor terms, hand-set floor, hand-set ceiling above it] */
    private static function limits(): Generator
    {
        return Generators::map(
            fn (array $limits) => [$limits[0], $limits[1] + 1, $limits[2]],
            self::oneOfEach([
                [
                    [],
                    [['kind' => 'margin', 'percent' => '12']],
                    [['kind' => 'markup', 'percent' => '33.3333']],
                    [['kind' => 'profit', 'amount' => '1.50']],
                    [
                        ['kind' => 'margin', 'percent' => '5'],
                        ['kind' => 'profit', 'amount' => '2.00'],
                        ['kind' => 'markup', 'percent' => '10'],
                    ],
                ],
                2_500,
                6_000,
            ]),
        );
    }

    /** @return Generator<mixed> of competitive rules without endings, brakes or approval */
    private static function competitiveRules(): Generator
    {
        return Generators::map(
            fn (array $parts) => array_filter(
                [
                    'version' => 1,
                    'kind' => 'competitive',
                    'reference' => $parts[0],
                    'position' => $parts[1],
                    'compare' => $parts[2],
                    'when_no_rivals' => $parts[3],
                    'when_holding_buy_box' => $parts[4],
                    'direction' => $parts[5],
                ],
                fn (mixed $part) => $part !== null,
            ),
            self::oneOfEach([
                [
                    ['of' => 'lowest'],
                    ['of' => 'nth', 'n' => 2],
                    ['of' => 'highest'],
                    ['of' => 'average'],
                    ['of' => 'median'],
                    ['of' => 'buy_box'],
                    ['of' => 'seller', 'seller' => 'b'],
                    ['mean' => [['of' => 'lowest'], ['of' => 'median']]],
                ],
                [
                    ['move' => 'match'],
                    ['move' => 'below', 'percent' => '1'],
                    ['move' => 'below', 'percent' => '3.5', 'at_least' => '0.25'],
                    ['move' => 'below', 'amount' => '0.01'],
                    ['move' => 'above', 'percent' => '2.5'],
                    ['move' => 'above', 'amount' => '0.40'],
                ],
                ['landed', 'item'],
                ['hold', 'ceiling', 'list_price'],
                ['ignore', 'keep', 'raise'],
                ['both', 'both', 'up_only', 'down_only'],
            ]),
        );
    }

    /** @return Generator<mixed> of everything else a rule may say */
    private static function extras(): Generator
    {
        return Generators::map(
            fn (array $parts) => array_filter(
                [
                    'when_below_floor' => $parts[0],
                    'when_above_ceiling' => $parts[1],
                    'ending' => $parts[2],
                    'brakes' => $parts[3],
                    'approval' => $parts[4],
                ],
                fn (mixed $part) => $part !== null,
            ),
            self::oneOfEach([
                ['floor', 'hold', 'ceiling'],
                ['ceiling', 'hold'],
                [
                    null,
                    ['endings' => ['.99', '.49'], 'round' => 'down'],
                    ['endings' => ['.95'], 'round' => 'up'],
                    ['endings' => ['.00', '.50'], 'round' => 'nearest'],
                ],
                [
                    null,
                    ['max_move_percent' => '20'],
                    ['max_move_percent' => '10', 'beyond' => 'cap', 'min_move' => '0.10'],
                ],
                ['auto', 'auto', 'always', 'beyond_percent:15'],
            ]),
        );
    }

    /**
     * @param  array{int, int, int, int, bool, list<array<string, mixed>>}  $economy
     * @param  array{list<array<string, mixed>>, int, int}  $limits
     * @param  list<array{int, int, int, string, string, string, int}>  $offers
     * @param  array<string, mixed>  $rule
     * @return array<string, mixed>
     */
    private static function world(int $price, array $economy, array $limits, array $offers, array $rule): array
    {
        [$cost, $extra, $shipping, $tax, $included, $fees] = $economy;
        [$terms, $floor, $span] = $limits;

        return [
            'now' => '2026-03-02T09:00:00Z',
            'listing' => [
                'sku' => 'KC-1',
                'currency' => 'EUR',
                'seller' => 'us',
                'price' => self::amount($price),
                'shipping' => self::amount($shipping),
                'cost' => self::amount($cost),
                'extra_costs' => [['label' => 'inbound', 'amount' => self::amount($extra)]],
                'list_price' => '29.90',
                'holds_buy_box' => $price % 3 === 0,
            ],
            'fees' => $fees,
            'tax' => ['percent' => self::amount($tax), 'included' => $included],
            'limits' => [
                'floor' => [...$terms, ['kind' => 'amount', 'amount' => self::amount($floor)]],
                'ceiling' => [['kind' => 'amount', 'amount' => self::amount($floor + $span)]],
            ],
            'offers' => self::asOffers($offers),
            'rule' => $rule,
        ];
    }
}
