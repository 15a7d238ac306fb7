<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Document\PackedOffers;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Currency;

final class PackedOffersTest extends TestCase
{
    private const FULL = ['rill', '19.80', '97.5', 120, 2, '4.90', true, 'marketplace', 'DE', false, true, 'used', 'web'];

    public function test_packed_offers_are_the_same_as_offers_written_out(): void
    {
        $packed = [['a', '12.00'], ['b', '13.5', '88', 10, 1], self::FULL, ['c', '9.99', null, null, null, '0.00', null, null, null, null, null, 'refurbished', null]];
        $written = [
            ['seller' => 'a', 'price' => '12.00'], ['seller' => 'b', 'price' => '13.5', 'rating_percent' => '88', 'rating_count' => 10, 'handling_days' => 1],
            array_combine(PackedOffers::FIELDS, self::FULL), ['seller' => 'c', 'price' => '9.99', 'shipping' => '0.00', 'condition' => 'refurbished'],
        ];
        self::assertSame($written, PackedOffers::unpack($packed));
        $offers = Offers::of((new OfferReader(Currency::of('EUR')))->all(Node::of($written, '$.offers'), 5_000_000));
        $read = $this->read($packed);
        self::assertSame([4, 3], [$read->count, count($read->groups)]);
        foreach ($offers->groups as $i => $group) {
            self::assertEquals([$group->terms, $group->landed, $group->prices, $group->sellers, $group->offers()], [$read->groups[$i]->terms, $read->groups[$i]->landed, $read->groups[$i]->prices, $read->groups[$i]->sellers, $read->groups[$i]->offers()]);
        }
    }

    /** @param  list<mixed>  $offer */
    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_said_as_of_offers_written_out(array $offer, string $where): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessageMatches($where);
        foreach ($this->read([['fine', '1.00'], $offer])->groups as $group) {
            $group->offers();
        }
    }

    /** @return iterable<string, array{list<mixed>, string}> */
    public static function wrong(): iterable
    {
        yield 'no seller' => [[null, '1.00'], '/offers\[1\]/'];
        yield 'empty seller' => [['', '1.00'], '/offers\[1\]\.seller/'];
        yield 'no price' => [['x'], '/offers\[1\]/'];
        yield 'price that is a number' => [['x', 12.5], '/offers\[1\]\.price/'];
        yield 'negative price' => [['x', '-1.00'], '/offers\[1\]\.price/'];
        yield 'three places' => [['x', '1.005'], '/offers\[1\]\.price/'];
        yield 'rating over a hundred' => [['x', '1.00', '101'], '/offers\[1\]\.rating_percent/'];
        yield 'negative count' => [['x', '1.00', null, -1], '/offers\[1\]\.rating_count/'];
        yield 'days as text' => [['x', '1.00', null, null, '2'], '/offers\[1\]\.handling_days/'];
        yield 'buy box as text' => [['x', '1.00', null, null, null, null, 'yes'], '/offers\[1\]\.buy_box/'];
        yield 'empty condition' => [['x', '1.00', null, null, null, null, null, null, null, null, null, ''], '/offers\[1\]\.condition/'];
    }

    /** @param  list<mixed>  $packed */
    private function read(array $packed): Offers
    {
        return (new PackedOffers(new OfferReader(Currency::of('EUR'))))->read((string) json_encode($packed), 5_000_000);
    }
}
