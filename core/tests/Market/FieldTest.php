<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Market;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Limits\Earnings;
use Wrasse\Core\Limits\Tax;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\FieldFilter;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\Offer;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;

final class FieldTest extends TestCase
{
    private const NOW = 1_772_442_000;

    /** @return array<string, array{FieldFilter, Offer, string|null}> */
    public static function offers(): array
    {
        $rated = fn (?string $percent, ?int $count = 100) => new Offer('r', 100, rating: $percent === null ? null : Percent::parse($percent), ratingCount: $count);

        return [
            'own' => [new FieldFilter, new Offer('us', 100), 'own_offer'],
            'counts' => [new FieldFilter, new Offer('r', 100), null],
            'other source' => [new FieldFilter(sources: ['web']), new Offer('r', 100), 'source'],
            'excluded' => [new FieldFilter(excludeSellers: ['r']), new Offer('r', 100), 'excluded_seller'],
            'not in list' => [new FieldFilter(onlySellers: ['q']), new Offer('r', 100), 'not_in_list'],
            'retail' => [new FieldFilter(excludeMarketplaceRetail: true), new Offer('r', 100, marketplaceRetail: true), 'marketplace_retail'],
            'used' => [new FieldFilter, new Offer('r', 100, condition: 'used'), 'condition'],
            'used, any' => [new FieldFilter(conditions: null), new Offer('r', 100, condition: 'used'), null],
            'used, listed' => [new FieldFilter(conditions: ['used']), new Offer('r', 100, condition: 'used'), null],
            'fulfilment same' => [new FieldFilter(fulfilments: []), new Offer('r', 100, fulfilment: 'marketplace'), 'fulfilment'],
            'out of stock' => [new FieldFilter, new Offer('r', 100, inStock: false), 'out_of_stock'],
            'out of stock counts' => [new FieldFilter(inStockOnly: false), new Offer('r', 100, inStock: false), null],
            'just fresh' => [new FieldFilter(maxAgeMinutes: 10), new Offer('r', 100, seenAt: self::NOW - 600), null],
            'stale' => [new FieldFilter(maxAgeMinutes: 10), new Offer('r', 100, seenAt: self::NOW - 601), 'stale'],
            'never seen' => [new FieldFilter(maxAgeMinutes: 10), new Offer('r', 100), 'stale'],
            'rated enough' => [new FieldFilter(minRating: Percent::of(90)), $rated('90'), null],
            'rated too low' => [new FieldFilter(minRating: Percent::of(90)), $rated('89.9999'), 'rating'],
            'rating unknown' => [new FieldFilter(minRating: Percent::of(0)), $rated(null), 'rating'],
            'few ratings' => [new FieldFilter(minRatingCount: 50), $rated('90', 49), 'rating_count'],
            'ratings unknown' => [new FieldFilter(minRatingCount: 0), $rated('90', null), 'rating_count'],
            'slow' => [new FieldFilter(maxHandlingDays: 2), new Offer('r', 100, handlingDays: 3), 'handling'],
            'speed unknown' => [new FieldFilter(maxHandlingDays: 2), new Offer('r', 100), 'handling'],
            'from elsewhere' => [new FieldFilter(shipFrom: ['DE']), new Offer('r', 100, shipFrom: 'AT'), 'ship_from'],
            'from unknown' => [new FieldFilter(shipFrom: ['DE']), new Offer('r', 100), 'ship_from'],
            'the first reason counts' => [new FieldFilter(excludeSellers: ['r']), new Offer('r', 100, condition: 'used', inStock: false), 'excluded_seller'],
        ];
    }

    #[DataProvider('offers')]
    public function test_says_why_an_offer_does_not_count(FieldFilter $filter, Offer $offer, ?string $why): void
    {
        $field = Field::of([$offer], self::listing(), $filter, Basis::Landed, self::NOW);
        self::assertSame($why === null ? [] : [['seller' => $offer->seller, 'why' => $why]], $field->dropped);
        self::assertSame($why === null ? 1 : 0, $field->size());
    }

    public function test_is_sorted_by_figure_then_seller_whatever_the_order(): void
    {
        $offers = [new Offer('c', 90, shipping: 20), new Offer('b', 100), new Offer('a', 100), new Offer('d', 95, buyBox: true)];
        foreach ([$offers, array_reverse($offers)] as $order) {
            $field = Field::of($order, self::listing(), new FieldFilter, Basis::Landed, self::NOW);
            self::assertSame(['d', 'a', 'b', 'c'], array_map(fn ($rival) => $rival->offer->seller, $field->rivals));
        }
        $byItem = Field::of($offers, self::listing(), new FieldFilter, Basis::Item, self::NOW);
        self::assertSame([90, 95], [$byItem->lowest(), $byItem->buyBox()]);
    }

    public function test_rank_counts_only_those_strictly_below(): void
    {
        $field = Field::of([new Offer('a', 90), new Offer('b', 100), new Offer('c', 100)], self::listing(), new FieldFilter, Basis::Landed, self::NOW);
        self::assertSame([1, 1, 2, 4], array_map($field->rank(...), [80, 90, 100, 101]));
    }

    private static function listing(): Listing
    {
        return new Listing('KC-1', Currency::of('EUR'), 'us', 100, new Earnings(50, 0, new Tax(Percent::of(0), true), []));
    }
}
