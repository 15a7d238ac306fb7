<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Alert;

use Generator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Alert\Finding;
use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\SeenOffer;
use Wrasse\Core\Alert\Watcher;
use Wrasse\Core\Document\AlertReader;
use Wrasse\Core\Document\InvalidDocument;
use Wrasse\Core\Document\Node;
use Wrasse\Core\Money\Currency;

/** What alerts tell, look by look. Prices in cents, with shipping. Common practice, no source. */
final class WatcherTest extends TestCase
{
    /** @return Generator<string, array{array<string, mixed>, list<MarketMoment>, list<list<string>>}> condition, looks, what each tells */
    public static function alerts(): Generator
    {
        $any = ['kind' => 'price_moved', 'whose' => 'any'];
        yield 'the first look tells nothing' => [['kind' => 'price_stands', 'whose' => 'lowest', 'relation' => 'below', 'to' => 'ours'], [self::at(2_000, ['a' => 1_900])], [[]]];
        yield 'any price change' => [$any, [self::at(2_000, ['a' => 1_900, 'b' => 2_100]), self::at(2_000, ['a' => 1_900, 'b' => 2_050]), self::at(2_000, ['a' => 1_900, 'b' => 2_050])], [[], ['price_down b 2100 2050'], []]];
        yield 'only down' => [[...$any, 'direction' => 'down'], [self::at(2_000, ['a' => 1_900]), self::at(2_000, ['a' => 1_950]), self::at(2_000, ['a' => 1_940])], [[], [], ['price_down a 1950 1940']]];
        yield 'by more than five percent, not exactly five' => [[...$any, 'percent' => '5'], [self::at(2_000, ['a' => 2_000]), self::at(2_000, ['a' => 1_900]), self::at(2_000, ['a' => 1_804])], [[], [], ['price_down a 1900 1804']]];
        yield 'by more than an amount' => [[...$any, 'amount' => '1.00'], [self::at(2_000, ['a' => 2_000]), self::at(2_000, ['a' => 1_900]), self::at(2_000, ['a' => 1_799])], [[], [], ['price_down a 1900 1799']]];
        yield 'the lowest, whoever asks it' => [['kind' => 'price_moved', 'whose' => 'lowest'], [self::at(2_000, ['a' => 1_900, 'b' => 2_100]), self::at(2_000, ['a' => 1_900, 'b' => 1_800])], [[], ['price_down b 1900 1800']]];
        yield 'our own price' => [['kind' => 'price_moved', 'whose' => 'ours'], [self::at(2_000, []), self::at(1_900, [])], [[], ['price_down - 2000 1900']]];
        yield 'a seller by name' => [['kind' => 'price_moved', 'whose' => ['seller' => 'b']], [self::at(2_000, ['a' => 1_900, 'b' => 2_100]), self::at(2_000, ['a' => 1_800, 'b' => 2_100]), self::at(2_000, ['a' => 1_800, 'b' => 2_000])], [[], [], ['price_down b 2100 2000']]];
        yield 'a price that comes or goes has not moved' => [$any, [self::at(2_000, []), self::at(2_000, ['a' => 1_900]), self::at(2_000, [])], [[], [], []]];
        $below = ['kind' => 'price_stands', 'whose' => 'lowest', 'relation' => 'below', 'to' => 'ours'];
        yield 'below ours, told once until it is over' => [$below, [self::at(2_000, ['a' => 2_100]), self::at(2_000, ['a' => 1_990]), self::at(2_000, ['a' => 1_980]), self::at(1_900, ['a' => 1_980]), self::at(2_000, ['a' => 1_980])], [[], ['price_below a 2000 1990'], [], [], ['price_below a 2000 1980']]];
        yield 'below at the first look: told when it begins again' => [$below, [self::at(2_000, ['a' => 1_990]), self::at(2_000, ['a' => 1_980]), self::at(1_900, ['a' => 1_980]), self::at(2_000, ['a' => 1_980])], [[], [], [], ['price_below a 2000 1980']]];
        yield 'any seller below the floor: each once' => [['kind' => 'price_stands', 'whose' => 'any', 'relation' => 'below', 'to' => 'floor'], [self::at(2_000, ['a' => 1_600, 'b' => 1_600]), self::at(2_000, ['a' => 1_400, 'b' => 1_600]), self::at(2_000, ['a' => 1_400, 'b' => 1_450])], [[], ['price_below a 1500 1400'], ['price_below a 1500 1400', 'price_below b 1500 1450']]];
        yield 'equal to an amount' => [['kind' => 'price_stands', 'whose' => 'lowest', 'relation' => 'equal', 'to' => 'amount', 'amount' => '19.90'], [self::at(2_000, ['a' => 2_000]), self::at(2_000, ['a' => 1_990])], [[], ['price_equal a 1990 1990']]];
        yield 'no advertised minimum: never below it' => [['kind' => 'price_stands', 'whose' => 'lowest', 'relation' => 'below', 'to' => 'map'], [self::at(2_000, ['a' => 2_000]), self::at(2_000, ['a' => 1])], [[], []]];
        yield 'two shops apart, though nothing has moved since' => [['kind' => 'prices_apart', 'whose' => ['seller' => 'a'], 'than' => ['seller' => 'b'], 'percent' => '10'], [self::at(2_000, ['a' => 2_000, 'b' => 2_100]), self::at(2_000, ['a' => 2_000, 'b' => 2_300]), self::at(2_000, ['a' => 2_000, 'b' => 2_300])], [[], ['prices_apart a 2300 2000'], []]];
        yield 'buy box lost' => [['kind' => 'buy_box', 'change' => 'lost'], [self::at(2_000, [], box: true), self::at(2_000, [], box: false), self::at(2_000, [], box: true)], [[], ['buy_box_lost -'], []]];
        yield 'buy box won' => [['kind' => 'buy_box', 'change' => 'won'], [self::at(2_000, []), self::at(2_000, [], box: true)], [[], ['buy_box_won -']]];
        yield 'rank worse' => [['kind' => 'rank', 'change' => 'worse'], [self::at(2_000, ['a' => 2_100]), self::at(2_000, ['a' => 1_900]), self::at(1_800, ['a' => 1_900])], [[], ['rank_worse - 1 2'], []]];
        yield 'new rival' => [['kind' => 'rival', 'change' => 'appeared'], [self::at(2_000, ['a' => 2_100]), self::at(2_000, ['a' => 2_100, 'b' => 1_900])], [[], ['rival_appeared b 1900']]];
        yield 'rival gone' => [['kind' => 'rival', 'change' => 'gone'], [self::at(2_000, ['a' => 2_100]), self::at(2_000, [])], [[], ['rival_gone a 2100']]];
        yield 'rival sold out and back' => [['kind' => 'any', 'conditions' => [['kind' => 'rival', 'change' => 'out_of_stock'], ['kind' => 'rival', 'change' => 'back']]], [self::at(2_000, ['a' => 2_100]), self::at(2_000, ['a' => -2_100]), self::at(2_000, ['a' => 2_100])], [[], ['rival_out_of_stock a 2100 2100'], ['rival_back a 2100 2100']]];
        yield 'both at once' => [['kind' => 'all', 'conditions' => [[...$any, 'direction' => 'down'], $below]], [self::at(2_000, ['a' => 2_200]), self::at(2_000, ['a' => 2_100]), self::at(2_000, ['a' => 1_900]), self::at(2_000, ['a' => 1_800])], [[], [], ['price_down a 2100 1900', 'price_below a 2000 1900'], ['price_down a 1900 1800', 'price_below a 2000 1800']]];
        yield 'cannot be priced' => [['kind' => 'listing', 'state' => 'not_priced'], [self::at(2_000, []), self::at(2_000, [], states: ['not_priced' => 0]), self::at(2_000, [], states: ['not_priced' => 0])], [[], ['not_priced -'], []]];
        yield 'at its floor for three days' => [['kind' => 'listing', 'state' => 'at_floor', 'days' => 3], [self::at(1_500, []), self::at(1_500, [], states: ['at_floor' => -2 * 86_400]), self::at(1_500, [], states: ['at_floor' => -3 * 86_400]), self::at(1_500, [], states: ['at_floor' => -4 * 86_400])], [[], [], ['at_floor -'], []]];
        yield 'against a week ago' => [[...$any, 'days' => 7, 'percent' => '10'], [self::at(2_000, ['a' => 1_900]), self::at(2_000, ['a' => 1_850]), self::at(2_000, ['a' => 1_700]), self::at(2_000, ['a' => 1_690])], [[], [], ['price_down a 2000 1700'], []]];
    }

    /**
     * @param  array<string, mixed>  $condition
     * @param  list<MarketMoment>  $looks
     * @param  list<list<string>>  $told
     */
    #[DataProvider('alerts')]
    public function test_tells_what_has_happened_and_what_begins_to_be_so(array $condition, array $looks, array $told): void
    {
        $watcher = new Watcher((new AlertReader(Currency::of('EUR')))->read(Node::of($condition)));
        $weekAgo = fn (int $days): MarketMoment => self::at(2_000, ['a' => 2_000]);
        $got = array_map(fn (MarketMoment $moment): array => array_map(self::words(...), $watcher->look($moment, $weekAgo)), $looks);
        self::assertSame($told, $got);
    }

    public function test_an_alert_on_one_rival_does_not_see_the_others(): void
    {
        $condition = (new AlertReader(Currency::of('EUR')))->read(Node::of(['kind' => 'price_moved', 'whose' => 'lowest']));
        $watcher = new Watcher($condition, onlySeller: 'b');
        $watcher->look(self::at(2_000, ['a' => 1_900, 'b' => 2_100]));
        self::assertSame([], $watcher->look(self::at(2_000, ['a' => 1_800, 'b' => 2_100])));
        self::assertSame(['price_down b 2100 2000'], array_map(self::words(...), $watcher->look(self::at(2_000, ['a' => 1_800, 'b' => 2_000]))));
    }

    public function test_what_is_known_from_before_is_gone_on_with(): void
    {
        $condition = (new AlertReader(Currency::of('EUR')))->read(Node::of(['kind' => 'price_stands', 'whose' => 'lowest', 'relation' => 'below', 'to' => 'ours']));
        $first = new Watcher($condition, self::at(2_000, ['a' => 2_100]));
        self::assertCount(1, $first->look(self::at(2_000, ['a' => 1_900])));
        $second = new Watcher($condition, self::at(2_000, ['a' => 1_900]), $first->standing);
        self::assertSame([], $second->look(self::at(2_000, ['a' => 1_890])));
    }

    /** @return Generator<string, array{array<string, mixed>}> */
    public static function malformed(): Generator
    {
        yield 'unknown kind' => [['kind' => 'moon']];
        yield 'no conditions' => [['kind' => 'any', 'conditions' => []]];
        yield 'too deep' => [['kind' => 'any', 'conditions' => [['kind' => 'any', 'conditions' => [['kind' => 'any', 'conditions' => [['kind' => 'any', 'conditions' => [['kind' => 'rank', 'change' => 'worse']]]]]]]]]];
        yield 'amount left out' => [['kind' => 'price_stands', 'whose' => 'lowest', 'relation' => 'below', 'to' => 'amount']];
        yield 'amount with three decimals' => [['kind' => 'price_moved', 'whose' => 'any', 'amount' => '1.005']];
        yield 'unknown field' => [['kind' => 'rank', 'change' => 'worse', 'days' => 3]];
        yield 'a percentage as a number' => [['kind' => 'price_moved', 'whose' => 'any', 'percent' => 5]];
    }

    /** @param  array<string, mixed>  $document */
    #[DataProvider('malformed')]
    public function test_refuses_what_it_does_not_know(array $document): void
    {
        $this->expectException(InvalidDocument::class);
        (new AlertReader(Currency::of('EUR')))->read(Node::of($document));
    }

    /**
     * @param  array<string, int>  $offers  landed, by seller; negative: sold out
     * @param  array<string, int>  $states
     */
    private static function at(int $ours, array $offers, ?bool $box = null, array $states = []): MarketMoment
    {
        $seen = [];
        foreach ($offers as $seller => $landed) {
            $seen[] = new SeenOffer($seller, abs($landed), $landed > 0);
        }

        return new MarketMoment(0, $ours, ['floor' => 1_500], $seen, $box, $states);
    }

    private static function words(Finding $finding): string
    {
        return implode(' ', array_filter([$finding->code, $finding->seller ?? '-', $finding->from, $finding->to], fn (mixed $part): bool => $part !== null));
    }
}
