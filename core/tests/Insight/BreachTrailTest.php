<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use Generator;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Insight\Breach;
use Wrasse\Core\Insight\BreachTrail;

/** Who asks less than the advertised minimum of 20.00, or more than the recommended price of 30.00. Common practice, no source. */
final class BreachTrailTest extends TestCase
{
    /** @return Generator<string, array{list<array<string, int>>, list<string>}> prices at each hour, what is found */
    public static function markets(): Generator
    {
        yield 'nobody' => [[['a' => 2_000], ['a' => 2_500]], []];
        yield 'at the minimum is no breach, a cent below is' => [[['a' => 2_000], ['a' => 1_999]], ['a 1-… worst 1999 at 1, latest 1999']];
        yield 'it goes on, with the lowest price and its time' => [[['a' => 1_900], ['a' => 1_800], ['a' => 1_950]], ['a 0-… worst 1800 at 1, latest 1950']];
        yield 'it ends when the price is right again' => [[['a' => 1_900], ['a' => 2_100]], ['a 0-1 worst 1900 at 0, latest 1900']];
        yield 'it ends when the offer is gone' => [[['a' => 1_900], []], ['a 0-1 worst 1900 at 0, latest 1900']];
        yield 'twice is two' => [[['a' => 1_900], ['a' => 2_100], ['a' => 1_700]], ['a 0-1 worst 1900 at 0, latest 1900', 'a 2-… worst 1700 at 2, latest 1700']];
        yield 'ours too' => [[['' => 1_990, 'a' => 2_000]], [' 0-… worst 1990 at 0, latest 1990']];
    }

    /**
     * @param  list<array<string, int>>  $prices
     * @param  list<string>  $found
     */
    #[DataProvider('markets')]
    public function test_follows_who_asks_less_than_the_minimum(array $prices, array $found): void
    {
        $trail = new BreachTrail(2_000, false, []);
        foreach ($prices as $hour => $at) {
            $trail->observe($hour, $at);
        }
        self::assertSame($found, array_map(self::words(...), $trail->all()));
    }

    public function test_follows_who_asks_more_than_the_recommended_price(): void
    {
        $trail = new BreachTrail(3_000, true, []);
        foreach ([['a' => 3_000], ['a' => 3_100], ['a' => 3_400], ['a' => 3_200]] as $hour => $at) {
            $trail->observe($hour, $at);
        }
        self::assertSame(['a 1-… worst 3400 at 2, latest 3200'], array_map(self::words(...), $trail->all()));
    }

    public function test_goes_on_from_what_is_known_and_another_limit_begins_it_anew(): void
    {
        $known = new Breach('a', 2_000, 0, 1_900, 0, 1_900);
        $same = new BreachTrail(2_000, false, [clone $known]);
        $same->observe(5, ['a' => 1_850]);
        self::assertSame(['a 0-… worst 1850 at 5, latest 1850'], array_map(self::words(...), $same->all()));
        $other = new BreachTrail(1_950, false, [clone $known]);
        $other->observe(5, ['a' => 1_850]);
        self::assertSame(['a 0-5 worst 1900 at 0, latest 1900', 'a 5-… worst 1850 at 5, latest 1850'], array_map(self::words(...), $other->all()));
        $none = new BreachTrail(null, false, [clone $known]);
        $none->observe(5, ['a' => 1_850]);
        self::assertSame(['a 0-5 worst 1900 at 0, latest 1900'], array_map(self::words(...), $none->all()));
    }

    private static function words(Breach $breach): string
    {
        return sprintf('%s %d-%s worst %d at %d, latest %d', $breach->seller, $breach->began, $breach->ended ?? '…', $breach->worst, $breach->worstAt, $breach->latest);
    }
}
