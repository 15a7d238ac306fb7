<?php

declare(strict_types=1);

namespace Wrasse\Core\Tests\Insight;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Wrasse\Core\Insight\Room;
use Wrasse\Core\Money\Percent;

final class RoomTest extends TestCase
{
    /**
     * @return array<string, array{int, int, int, int, int|null}> price, shipping, lowest other with shipping, ceiling,
     *     where it could go
     */
    public static function up(): array
    {
        return [
            'far below the next' => [2_000, 0, 2_500, 4_000, 2_499],
            'with shipping of our own' => [2_000, 300, 2_500, 4_000, 2_199],
            'up to the ceiling' => [2_000, 0, 2_500, 2_300, 2_300],
            'five per cent is not worth a look' => [2_000, 0, 2_101, 4_000, null],
            'a little more is' => [2_000, 0, 2_102, 4_000, 2_101],
            'not the cheapest' => [2_000, 0, 1_900, 4_000, null],
            'above its ceiling already' => [2_000, 0, 2_500, 1_900, null],
        ];
    }

    #[DataProvider('up')]
    public function test_up(int $price, int $shipping, int $lowest, int $ceiling, ?int $to): void
    {
        self::assertSame($to, Room::up($price, $shipping, $lowest, $ceiling, Percent::parse('5')));
    }

    public function test_down(): void
    {
        self::assertSame(1_999, Room::down(2_500, 0, 2_000, 1_500));
        self::assertSame(1_699, Room::down(2_500, 300, 2_000, 1_500));
        self::assertNull(Room::down(2_500, 0, 2_000, 2_000), 'one under it is below the floor');
        self::assertSame(1_999, Room::down(2_500, 0, 2_000, 1_999));
        self::assertNull(Room::down(1_900, 0, 2_000, 1_500), 'it is cheaper already');
    }

    public function test_what_it_comes_to_in_a_week(): void
    {
        // 4.99 more on 30 pieces in 30 days: 7 pieces a week.
        self::assertSame(3_493, Room::aWeek(2_000, 2_499, 30));
        self::assertSame(116, Room::aWeek(2_000, 2_499, 1));
        self::assertSame(0, Room::aWeek(2_000, 2_499, 0));
        self::assertSame(-116, Room::aWeek(2_499, 2_000, 1));
    }
}
