<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use PHPUnit\Framework\TestCase;
use Wrasse\Core\Insight\PriceWar;
use Wrasse\Core\Insight\PriceWarPoint;

final class PriceWarTest extends TestCase
{
    /**
     * The falling half of the cycle in Maskin and Tirole (Econometrica 56, 1988), here by one cent a turn: each
     * undercuts the other in turn. The paper's figures are for a grid of seven prices; these are on the same pattern,
     * not its own.
     */
    public function test_two_who_undercut_each_other_by_a_cent_in_turn_are_recognised(): void
    {
        $priceWar = PriceWar::in(
            $this->points([
                [2_000, 2_001],
                [2_000, 1_999],
                [1_998, 1_999],
                [1_998, 1_997],
                [1_996, 1_997],
                [1_996, 1_995],
                [1_994, 1_995],
            ]),
        );
        self::assertNotNull($priceWar);
        self::assertSame(
            ['rill', 3, 2_000, 1_994, 2_001, 1_995],
            [
                $priceWar->seller,
                $priceWar->rounds,
                $priceWar->ownFrom,
                $priceWar->ownTo,
                $priceWar->rivalFrom,
                $priceWar->rivalTo,
            ],
        );
        self::assertSame([60, 360], [$priceWar->since, $priceWar->lastAt]);
    }

    public function test_the_half_of_the_cycle_in_which_one_goes_up_again_ends_it(): void
    {
        $fall = [
            [2_000, 2_001],
            [2_000, 1_999],
            [1_998, 1_999],
            [1_998, 1_997],
            [1_996, 1_997],
            [1_996, 1_995],
            [1_994, 1_995],
        ];
        self::assertNull(PriceWar::in($this->points([...$fall, [1_994, 2_200]])));
        self::assertNull(PriceWar::in($this->points([...$fall, [2_200, 1_995], [2_200, 1_990]])));
    }

    public function test_fewer_rounds_one_sided_falls_large_steps_and_others_far_away_are_none(): void
    {
        self::assertNull(PriceWar::in([]));
        self::assertNull(
            PriceWar::in(
                $this->points([[2_000, 2_001], [2_000, 1_999], [1_998, 1_999], [1_998, 1_997], [1_996, 1_997]]),
            ),
            'two rounds',
        );
        self::assertNull(
            PriceWar::in(
                $this->points([
                    [2_000, 2_001],
                    [2_000, 1_990],
                    [2_000, 1_980],
                    [2_000, 1_970],
                    [2_000, 1_960],
                    [2_000, 1_950],
                    [2_000, 1_940],
                ]),
            ),
            'we stand still',
        );
        self::assertNull(
            PriceWar::in(
                $this->points([
                    [2_000, 2_001],
                    [2_000, 1_700],
                    [1_699, 1_700],
                    [1_699, 1_400],
                    [1_399, 1_400],
                    [1_399, 1_100],
                    [1_099, 1_100],
                ]),
            ),
            'a sale',
        );
        self::assertNull(
            PriceWar::in(
                $this->points([
                    [2_000, 3_001],
                    [2_000, 2_999],
                    [1_998, 2_999],
                    [1_998, 2_997],
                    [1_996, 2_997],
                    [1_996, 2_995],
                    [1_994, 2_995],
                ]),
            ),
            'it does not look at us',
        );
    }

    public function test_a_rival_who_left_meanwhile_begins_anew_and_one_who_is_gone_is_none(): void
    {
        $points = $this->points([
            [2_000, 2_001],
            [2_000, 1_999],
            [1_998, 1_999],
            [1_998, 1_997],
            [1_996, 1_997],
            [1_996, 1_995],
            [1_994, 1_995],
        ]);
        $points[3] = new PriceWarPoint(180, 1_998, []);
        self::assertNull(PriceWar::in($points));
        self::assertNull(
            PriceWar::in([
                ...$this->points([
                    [2_000, 2_001],
                    [2_000, 1_999],
                    [1_998, 1_999],
                    [1_998, 1_997],
                    [1_996, 1_997],
                    [1_996, 1_995],
                    [1_994, 1_995],
                ]),
                new PriceWarPoint(500, 1_994, ['someone' => 2_500]),
            ]),
        );
    }

    public function test_several_small_steps_in_a_row_are_one_turn(): void
    {
        $priceWar = PriceWar::in(
            $this->points([
                [2_000, 2_001],
                [2_000, 1_999],
                [2_000, 1_998],
                [1_997, 1_998],
                [1_997, 1_996],
                [1_995, 1_996],
                [1_995, 1_994],
                [1_993, 1_994],
            ]),
        );
        self::assertSame(3, $priceWar?->rounds);
    }

    public function test_going_up_is_to_where_it_began_within_the_limits(): void
    {
        self::assertSame(
            [1_610, 1_500, 1_700],
            [
                PriceWar::stepUpTo(2_000, 390, 1_000, 3_000),
                PriceWar::stepUpTo(2_000, 390, 1_000, 1_500),
                PriceWar::stepUpTo(2_000, 390, 1_700, 3_000),
            ],
        );
    }

    /**
     * @param  list<array{int, int}>  $prices  ours and the rival's
     * @return list<PriceWarPoint>
     */
    private function points(array $prices): array
    {
        return array_map(
            fn (int $minute, array $pair) => new PriceWarPoint($minute * 60, $pair[0], [
                'rill' => $pair[1],
                'steady' => 2_600,
            ]),
            array_keys($prices),
            $prices,
        );
    }
}
