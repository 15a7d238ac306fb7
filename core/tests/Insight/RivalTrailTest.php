<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Insight\RivalMove;
use Wrasse\Core\Insight\RivalTrail;

final class RivalTrailTest extends TestCase
{
    public function test_moves_are_counted_from_the_first_observation_where_nothing_is_known(): void
    {
        $trail = new RivalTrail(null, []);
        self::assertSame([], $trail->observe(1_000, 2_500, ['a' => 2_000, 'b' => 2_100]));
        self::assertEquals([new RivalMove('b', 2_000, 2_100, 2_050, null)], $trail->observe(2_000, 2_500, ['a' => 2_000, 'b' => 2_050]));
        self::assertSame([], $trail->observe(3_000, 2_500, ['b' => 2_050, 'a' => 2_000]));
    }

    public function test_coming_and_going_are_moves_but_no_answers(): void
    {
        $trail = new RivalTrail(['a' => 2_000], [500]);
        self::assertEquals(
            [new RivalMove('a', 1_000, 2_000, null, null), new RivalMove('7', 1_000, null, 1_900, null)],
            $trail->observe(1_000, 2_500, ['7' => 1_900]),
        );
    }

    public function test_the_first_move_after_ours_is_an_answer(): void
    {
        $trail = new RivalTrail(['a' => 2_000, 'b' => 2_100], [100, 1_000, 5_000]);
        self::assertEquals([new RivalMove('a', 1_600, 2_000, 1_950, 600)], $trail->observe(1_600, 2_500, ['a' => 1_950, 'b' => 2_100]));
        self::assertEquals([new RivalMove('a', 1_700, 1_950, 1_940, null)], $trail->observe(1_700, 2_500, ['a' => 1_940, 'b' => 2_100]));
        self::assertEquals(
            [new RivalMove('a', 5_030, 1_940, 1_930, 30), new RivalMove('b', 5_030, 2_100, 2_000, 30)],
            $trail->observe(5_030, 2_500, ['a' => 1_930, 'b' => 2_000]),
        );
    }

    public function test_what_moved_before_ours_or_a_day_later_answers_nothing(): void
    {
        $trail = new RivalTrail(['a' => 2_000, 'b' => 2_000], [1_000], ['a' => 1_200]);
        self::assertNull($trail->observe(1_300, 2_500, ['a' => 1_900, 'b' => 2_000])[0]->reactionSeconds);
        self::assertSame(86_400, $trail->observe(87_400, 2_500, ['a' => 1_900, 'b' => 1_990])[0]->reactionSeconds);
        $late = new RivalTrail(['a' => 2_000], [1_000]);
        self::assertNull($late->observe(87_401, 2_500, ['a' => 1_900])[0]->reactionSeconds);
    }

    public function test_what_is_seen_at_the_moment_of_our_move_is_no_answer_to_it(): void
    {
        self::assertNull((new RivalTrail(['a' => 2_000], [1_000]))->observe(1_000, 2_500, ['a' => 1_990])[0]->reactionSeconds);
    }

    public function test_a_move_of_ours_that_was_only_seen_counts_from_then_and_once(): void
    {
        $trail = new RivalTrail(['a' => 2_000], [1_700]);
        $trail->observe(1_000, 2_500, ['a' => 2_000]);
        self::assertSame([], $trail->observe(1_200, 2_400, ['a' => 2_000]));
        self::assertSame(300, $trail->observe(1_500, 2_400, ['a' => 1_990])[0]->reactionSeconds);
        // The one at 1,700 is known, and seen at 1,800.
        self::assertSame([], $trail->observe(1_800, 2_300, ['a' => 1_990]));
        self::assertSame(250, $trail->observe(1_950, 2_300, ['a' => 1_980])[0]->reactionSeconds);
    }
}
