<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Document\PackedOffers;
use Wrasse\Core\Market\CompetitorFilter;
use Wrasse\Core\Market\DropReason;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\OfferGroup;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\Tax;

final class PackedOffersTest extends TestCase
{
    private const WRITTEN = [
        ['seller' => 'a', 'price' => '12.00'],
        [
            'seller' => 'b',
            'price' => '13.50',
            'shipping' => '4.90',
            'buy_box' => true,
            'rating_percent' => '88.25',
            'rating_count' => 10,
            'handling_days' => 1,
            'ship_from' => 'DE',
        ],
        [
            'seller' => 'rill "é"/\\',
            'price' => '19.80',
            'source' => 'web',
            'condition' => 'used',
            'fulfilment' => 'marketplace',
            'in_stock' => false,
            'marketplace_retail' => true,
        ],
        [
            'seller' => 'c',
            'price' => '9.99',
            'rating_percent' => '0',
            'rating_count' => 0,
            'condition' => 'refurbished',
        ],
    ];

    public function test_packed_offers_are_read_as_they_were(): void
    {
        $offers = $this->offers(self::WRITTEN, 5_000_000);
        $read = PackedOffers::read(PackedOffers::pack($offers), 5_000_000);
        self::assertSame([4, 3], [$read->count, count($read->groups)]);
        foreach ($offers->groups as $i => $group) {
            self::assertSame($this->plain($group), $this->plain($read->groups[$i]));
        }
    }

    public function test_the_time_they_were_all_seen_at_is_that_of_each(): void
    {
        $group = PackedOffers::read(
            PackedOffers::pack(
                $this->offers([['seller' => 'a', 'price' => '1.00'], ['seller' => 'b', 'price' => '2.00']]),
            ),
            5_000_000,
        )->groups[0];
        $filter = new CompetitorFilter(maxAgeMinutes: 1);
        $listing = new Listing(
            'KC-1',
            Currency::of('EUR'),
            'us',
            100,
            new Earnings(50, 0, new Tax(Percent::of(19), true), []),
        );
        self::assertSame(
            [[], [DropReason::Stale, DropReason::Stale]],
            [$filter->reasons($group, $listing, 65_000_000), $filter->reasons($group, $listing, 65_000_001)],
        );
    }

    public function test_what_is_usual_or_not_known_takes_no_room(): void
    {
        self::assertSame(
            '[[null,["a","d"],[1200,1],null,null,null,null]]',
            PackedOffers::pack(
                $this->offers([
                    ['seller' => 'a', 'price' => '12.00'],
                    ['seller' => 'd', 'price' => '0.01', 'shipping' => '0.00'],
                ]),
            ),
        );
        self::assertSame('[]', PackedOffers::pack($this->offers([])));
        self::assertSame(0, PackedOffers::read('[]', null)->count);
    }

    public function test_packed_offers_can_be_written_out(): void
    {
        $written = fn (array $offer) => [...['shipping' => '0.00', 'buy_box' => false], ...$offer];
        $unpacked = PackedOffers::unpack(
            json_decode(PackedOffers::pack($this->offers(self::WRITTEN)), true),
            Currency::of('EUR'),
        );
        // Where one has a charge or the buy box it is said of all with the same terms.
        self::assertEquals(
            [$written(self::WRITTEN[0]), self::WRITTEN[1], self::WRITTEN[2], self::WRITTEN[3]],
            $unpacked,
        );
        self::assertEquals($this->offers(self::WRITTEN), $this->offers($unpacked));
    }

    public function test_amounts_follow_the_digits_of_their_currency(): void
    {
        $packed = PackedOffers::pack(
            (new OfferReader(Currency::of('JPY')))->all(
                Node::of([['seller' => 'a', 'price' => '1200', 'shipping' => '90']]),
            ),
        );
        self::assertSame(
            [['seller' => 'a', 'price' => '1200', 'shipping' => '90']],
            PackedOffers::unpack(json_decode($packed, true), Currency::of('JPY')),
        );
    }

    /** @param  list<array<string, mixed>>  $written */
    private function offers(array $written, ?int $seenAt = null): Offers
    {
        return (new OfferReader(Currency::of('EUR')))->all(Node::of($written, '$.offers'), $seenAt);
    }

    /** @return list<mixed> with a value for every offer */
    private function plain(OfferGroup $group): array
    {
        $many = count($group->sellers);
        $all = fn (?array $column, mixed $usual = null) => $column ?? array_fill(0, $many, $usual);

        return [
            $group->terms,
            $group->sellers,
            $group->prices,
            $group->landed,
            $all($group->buyBoxes, false),
            $all($group->ratings),
            $all($group->ratingCounts()),
            $all($group->handlingDays()),
            $all($group->shipFrom()),
            is_array($group->seenAt) ? $group->seenAt : array_fill(0, $many, $group->seenAt),
            $group->source,
            $group->condition,
            $group->fulfilment,
            $group->inStock,
            $group->marketplaceRetail,
        ];
    }
}
