<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Market;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Market\Adjustment;
use Wrasse\Core\Market\CompetitorFilter;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Dropped;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\Tax;

final class CompetitorSetTest extends TestCase
{
    private const NOW = 1_772_442_000_000_000;

    /** @return array<string, array{CompetitorFilter, Offer, string|null}> */
    public static function offers(): array
    {
        $rated = fn (?string $percent, ?int $count = 100) => new Offer(
            'r',
            100,
            rating: $percent === null ? null : Percent::parse($percent),
            ratingCount: $count,
        );

        return [
            'own' => [new CompetitorFilter(), new Offer('us', 100), 'own_offer'],
            'counts' => [new CompetitorFilter(), new Offer('r', 100), null],
            'other source' => [new CompetitorFilter(sources: ['web']), new Offer('r', 100), 'source'],
            'excluded' => [new CompetitorFilter(excludeSellers: ['r']), new Offer('r', 100), 'excluded_seller'],
            'not in list' => [new CompetitorFilter(onlySellers: ['q']), new Offer('r', 100), 'not_in_list'],
            'retail' => [
                new CompetitorFilter(excludeMarketplaceRetail: true),
                new Offer('r', 100, marketplaceRetail: true),
                'marketplace_retail',
            ],
            'used' => [new CompetitorFilter(), new Offer('r', 100, condition: 'used'), 'condition'],
            'used, any' => [new CompetitorFilter(conditions: null), new Offer('r', 100, condition: 'used'), null],
            'used, listed' => [
                new CompetitorFilter(conditions: ['used']),
                new Offer('r', 100, condition: 'used'),
                null,
            ],
            'fulfilment same' => [
                new CompetitorFilter(fulfilments: []),
                new Offer('r', 100, fulfilment: 'marketplace'),
                'fulfilment',
            ],
            'out of stock' => [new CompetitorFilter(), new Offer('r', 100, inStock: false), 'out_of_stock'],
            'out of stock counts' => [
                new CompetitorFilter(inStockOnly: false),
                new Offer('r', 100, inStock: false),
                null,
            ],
            'just fresh' => [
                new CompetitorFilter(maxAgeMinutes: 10),
                new Offer('r', 100, seenAt: self::NOW - 600_000_000),
                null,
            ],
            'stale' => [
                new CompetitorFilter(maxAgeMinutes: 10),
                new Offer('r', 100, seenAt: self::NOW - 600_000_001),
                'stale',
            ],
            'never seen' => [new CompetitorFilter(maxAgeMinutes: 10), new Offer('r', 100), 'stale'],
            'rated enough' => [new CompetitorFilter(minRating: Percent::of(90)), $rated('90'), null],
            'rated too low' => [new CompetitorFilter(minRating: Percent::of(90)), $rated('89.9999'), 'rating'],
            'rating unknown' => [new CompetitorFilter(minRating: Percent::of(0)), $rated(null), 'rating'],
            'just enough ratings' => [new CompetitorFilter(minRatingCount: 50), $rated('90', 50), null],
            'few ratings' => [new CompetitorFilter(minRatingCount: 50), $rated('90', 49), 'rating_count'],
            'ratings unknown' => [new CompetitorFilter(minRatingCount: 0), $rated('90', null), 'rating_count'],
            'just quick enough' => [
                new CompetitorFilter(maxHandlingDays: 3),
                new Offer('r', 100, handlingDays: 3),
                null,
            ],
            'slow' => [new CompetitorFilter(maxHandlingDays: 2), new Offer('r', 100, handlingDays: 3), 'handling'],
            'speed unknown' => [new CompetitorFilter(maxHandlingDays: 2), new Offer('r', 100), 'handling'],
            'from elsewhere' => [
                new CompetitorFilter(shipFrom: ['DE']),
                new Offer('r', 100, shipFrom: 'AT'),
                'ship_from',
            ],
            'from unknown' => [new CompetitorFilter(shipFrom: ['DE']), new Offer('r', 100), 'ship_from'],
            'the first reason counts' => [
                new CompetitorFilter(excludeSellers: ['r']),
                new Offer('r', 100, condition: 'used', inStock: false),
                'excluded_seller',
            ],
        ];
    }

    #[DataProvider('offers')]
    public function test_says_why_an_offer_does_not_count(CompetitorFilter $filter, Offer $offer, ?string $why): void
    {
        $field = (new CompetitorSelection($filter))->from(Offers::of([$offer]), self::listing(), self::NOW);
        self::assertSame($why === null ? [] : ["{$offer->seller} {$why}"], self::dropped($field));
        self::assertSame($why === null ? 1 : 0, $field->size());
    }

    /** What was found out for one offer must not be taken for another that differs. */
    public function test_offers_are_told_apart_by_everything_the_filter_looks_at(): void
    {
        $offers = [
            new Offer('a', 100),
            new Offer('us', 90),
            new Offer('b', 101),
            new Offer('c', 80, condition: 'used'),
            new Offer('d', 81, inStock: false),
            new Offer('e', 82, source: 'elsewhere'),
            new Offer('f', 83, marketplaceRetail: true),
            new Offer('g', 84, fulfilment: 'marketplace'),
            new Offer('h', 102),
        ];
        $field = (new CompetitorSelection(
            new CompetitorFilter(fulfilments: ['merchant'], excludeMarketplaceRetail: true),
        ))->from(Offers::of($offers), self::listing(), self::NOW);
        self::assertSame(
            ['us own_offer', 'c condition', 'd out_of_stock', 'e source', 'f marketplace_retail', 'g fulfilment'],
            self::dropped($field),
        );
        self::assertSame([100, 101, 102], $field->above(0));
    }

    public function test_figures_of_the_field(): void
    {
        $field = self::field([
            new Offer('c', 90, shipping: 20),
            new Offer('b', 100),
            new Offer('a', 100, buyBox: true),
            new Offer('d', 95, buyBox: true),
        ]);
        self::assertSame(
            [95, 110, 95, 100, 100, 110, null],
            [
                $field->lowest(),
                $field->highest(),
                $field->nth(1),
                $field->nth(2),
                $field->nth(3),
                $field->nth(4),
                $field->nth(5),
            ],
        );
        self::assertSame([95, 100, null], [$field->buyBox(), $field->ofSeller('a'), $field->ofSeller('z')]);
        self::assertSame(
            [101, 100],
            [$field->average(), $field->median()],
            '405 ÷ 4 = 101.25; the middle two are both 100',
        );
        self::assertSame([110], $field->above(100));
        $byItem = (new CompetitorSelection(basis: Basis::Item))->from(
            Offers::of([new Offer('c', 90, shipping: 20), new Offer('b', 100)]),
            self::listing(),
            self::NOW,
        );
        self::assertSame([90, 100], [$byItem->lowest(), $byItem->highest()]);
    }

    public function test_means_round_half_up(): void
    {
        self::assertSame(
            [96, 96],
            [
                self::field([new Offer('a', 90), new Offer('b', 101)])->average(),
                self::field([new Offer('a', 90), new Offer('b', 101)])->median(),
            ],
        );
        self::assertSame(
            94,
            self::field([new Offer('a', 90), new Offer('b', 91), new Offer('c', 100)])->average(),
            '93.67',
        );
    }

    public function test_an_empty_field_has_no_figures(): void
    {
        $field = self::field([]);
        self::assertSame(
            [null, null, null, null, null, null],
            [
                $field->lowest(),
                $field->highest(),
                $field->average(),
                $field->median(),
                $field->nth(1),
                $field->buyBox(),
            ],
        );
        self::assertTrue($field->isEmpty());
        self::assertSame(1, $field->rank(100));
    }

    public function test_rank_counts_only_those_strictly_below(): void
    {
        $field = self::field([new Offer('a', 90), new Offer('b', 100), new Offer('c', 100)]);
        self::assertSame([1, 1, 2, 4], array_map($field->rank(...), [80, 90, 100, 101]));
    }

    public function test_handicaps_are_applied_in_order_the_percentage_first(): void
    {
        $adjustments = [
            new Adjustment('a', null, Percent::parse('15'), 5),
            new Adjustment(null, 'marketplace', Percent::parse('-3'), 0),
            new Adjustment('b', 'marketplace', Percent::of(0), -10),
            new Adjustment('c', null, Percent::parse('-100'), -50),
        ];
        $offers = [
            new Offer('a', 101, fulfilment: 'marketplace'),
            new Offer('b', 100, fulfilment: 'marketplace'),
            new Offer('b', 50),
            new Offer('c', 70),
            new Offer('d', 60),
        ];
        $field = (new CompetitorSelection(adjustments: $adjustments))->from(
            Offers::of($offers),
            self::listing(),
            self::NOW,
        );
        // a: 116.15 → 116 + 5 = 121, then 117.37 → 117; b: 97, then 87; c: 0 − 50, and one minor unit remains.
        self::assertSame([1, 50, 60, 87, 117], $field->above(0));
    }

    public function test_what_is_far_below_the_exact_median_is_suspicious(): void
    {
        $field = (new CompetitorSelection(ignoreBelow: Percent::of(50)))->from(
            Offers::of([
                new Offer('a', 101),
                new Offer('b', 100),
                new Offer('c', 50),
                new Offer('d', 49),
                new Offer('e', 103),
            ]),
            self::listing(),
            self::NOW,
        );
        self::assertSame(['d suspicious'], self::dropped($field), 'half of 100 is 50');
        $even = (new CompetitorSelection(ignoreBelow: Percent::of(50)))->from(
            Offers::of([new Offer('a', 101), new Offer('b', 100), new Offer('c', 50), new Offer('d', 120)]),
            self::listing(),
            self::NOW,
        );
        self::assertSame(['c suspicious'], self::dropped($even), 'half of 100.5 is 50.25');
    }

    public function test_a_used_offer_that_is_left_out_does_not_mark_the_new_one_of_its_seller(): void
    {
        $field = self::field([
            new Offer('r', 100, shipping: 5),
            new Offer('r', 60, condition: 'used'),
            new Offer('r', 105, fulfilment: 'marketplace', inStock: false),
        ]);
        self::assertSame([100 + 5], [...$field->above(0)]);
        self::assertSame(
            ['r|used|merchant|60' => 'condition', 'r|new|marketplace|105' => 'out_of_stock'],
            Dropped::reasons($field->dropped),
        );
        self::assertArrayNotHasKey(Dropped::keyOf('r', 'new', 'merchant', 105), Dropped::reasons($field->dropped));
    }

    /** @return list<string> */
    private static function dropped(CompetitorSet $field): array
    {
        return array_map(fn (Dropped $one) => "{$one->seller} {$one->why->value}", $field->dropped);
    }

    /** @param  list<Offer>  $offers */
    private static function field(array $offers): CompetitorSet
    {
        return (new CompetitorSelection())->from(Offers::of($offers), self::listing(), self::NOW);
    }

    private static function listing(): Listing
    {
        return new Listing(
            'KC-1',
            Currency::of('EUR'),
            'us',
            100,
            new Earnings(50, 0, new Tax(Percent::of(0), true), []),
        );
    }
}
