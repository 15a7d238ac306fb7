<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Document;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Document\OfferReader;
use Wrasse\Core\Document\PackedOffers;
use Wrasse\Core\Market\OfferGroup;
use Wrasse\Core\Market\Offers;
use Wrasse\Core\Money\Currency;

final class PackedOffersTest extends TestCase
{
    private const WRITTEN = [
        ['seller' => 'a', 'price' => '12.00'],
        ['seller' => 'b', 'price' => '13.5', 'shipping' => '4.90', 'buy_box' => true, 'rating_percent' => '88', 'rating_count' => 10, 'handling_days' => 1, 'ship_from' => 'DE'],
        ['seller' => 'rill', 'price' => '19.80', 'source' => 'web', 'condition' => 'used', 'fulfilment' => 'marketplace', 'in_stock' => false, 'marketplace_retail' => true],
        ['seller' => 'c', 'price' => '9.99', 'shipping' => '0.00', 'condition' => 'refurbished'],
    ];

    private const PACKED = [
        [null, ['a', 'b'], ['12.00', '13.5'], [null, '4.90'], [null, true], [null, '88'], [null, 10], [null, 1], [null, 'DE']],
        [['web', 'used', 'marketplace', false, true], ['rill'], ['19.80'], null, null, null, null, null, null],
        [[null, 'refurbished', null, null, null], ['c'], ['9.99'], ['0.00']],
    ];

    /** How they were stored before. */
    private const ONE_BY_ONE = [
        ['a', '12.00'], ['b', '13.5', '88', 10, 1, '4.90', true, null, 'DE', null, null, null, null], ['rill', '19.80', null, null, null, null, null, 'marketplace', null, false, true, 'used', 'web'],
        ['c', '9.99', null, null, null, '0.00', null, null, null, null, null, 'refurbished', null],
    ];

    public function test_packed_offers_are_the_same_as_offers_written_out(): void
    {
        $plain = array_map(fn (OfferGroup $group) => (array) $group, Offers::of((new OfferReader(Currency::of('EUR')))->all(Node::of(self::WRITTEN, '$.offers'), 5_000_000))->groups);
        $read = array_map(fn (OfferGroup $group) => (array) $group, $this->read(self::PACKED)->groups);
        self::assertCount(3, $read);
        foreach ($plain as $i => $group) {
            foreach ($group as $field => $values) {
                // What is not known of any is not listed; whether one has the buy box is known of all that are written out.
                self::assertEquals(is_array($values) && array_filter($values) === [] ? null : $values, $field === 'buyBoxes' && is_array($read[$i][$field]) ? array_map(boolval(...), $read[$i][$field]) : $read[$i][$field], $field);
            }
        }
    }

    public function test_packed_offers_can_be_written_out_however_they_were_packed(): void
    {
        self::assertEquals(self::WRITTEN, PackedOffers::unpack(self::PACKED));
        self::assertEquals(self::WRITTEN, PackedOffers::unpack(self::ONE_BY_ONE));
    }

    /** @param  array<int, list<mixed>>  $columns  by their place after the terms */
    #[DataProvider('wrong')]
    public function test_what_is_wrong_is_said_as_of_offers_written_out(array $columns, string $where): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessageMatches($where);
        $this->read([[null, ...array_replace([['fine', 'x'], ['1.00', '1.00'], null, null, null, null, null, null], $columns)]]);
    }

    /** @return iterable<string, array{array<int, list<mixed>>, string}> */
    public static function wrong(): iterable
    {
        yield 'no seller' => [[0 => ['fine', null]], '/offers\[1\]/'];
        yield 'empty seller' => [[0 => ['fine', '']], '/offers\[1\]\.seller/'];
        yield 'no price' => [[1 => ['1.00', null]], '/offers\[1\]/'];
        yield 'price that is a number' => [[1 => ['1.00', 12.5]], '/offers\[1\]\.price/'];
        yield 'negative price' => [[1 => ['1.00', '-1.00']], '/offers\[1\]\.price/'];
        yield 'three places' => [[1 => ['1.00', '1.005']], '/offers\[1\]\.price/'];
        yield 'shipping that is a number' => [[2 => [null, 4]], '/offers\[1\]\.shipping/'];
        yield 'buy box as text' => [[3 => [null, 'yes']], '/offers\[1\]\.buy_box/'];
        yield 'rating over a hundred' => [[4 => [null, '101']], '/offers\[1\]\.rating_percent/'];
        yield 'negative count' => [[5 => [null, -1]], '/offers\[1\]\.rating_count/'];
        yield 'days as text' => [[6 => [null, '2']], '/offers\[1\]\.handling_days/'];
        yield 'empty country' => [[7 => [null, '']], '/offers\[1\]\.ship_from/'];
    }

    public function test_wrong_terms_are_said_too(): void
    {
        $this->expectException(InvalidDocument::class);
        $this->expectExceptionMessageMatches('/offers\[0\]\.condition/');
        $this->read([[[null, '', null, null, null], ['x'], ['1.00']]]);
    }

    /** @param  list<mixed>  $packed */
    private function read(array $packed): Offers
    {
        return (new PackedOffers(new OfferReader(Currency::of('EUR'))))->read((string) json_encode($packed), 5_000_000);
    }
}
