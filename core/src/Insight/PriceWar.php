<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

use function array_key_last;
use function count;
use function intdiv;
use function max;
use function min;
use function usort;

/**
 * Two who step each other down: again and again one goes a little under the other and is answered in kind. That is the
 * falling half of the price cycle of Edgeworth as Maskin and Tirole describe it ("A Theory of Dynamic Oligopoly, II",
 * Econometrica 56, 1988): undercutting by turns until one of them goes up again and the other follows, which is why
 * going up is one of the answers. Amounts in minor units, with shipping.
 */
final readonly class PriceWar
{
    /** So often each of them has answered the other. */
    public const ROUNDS = 3;

    /** A larger step is no undercutting but something else: a sale, a mistake. */
    private const LARGEST_STEP = 10;

    /** Whoever answers comes under the other, or so near. */
    private const NEAR = 2;

    private function __construct(
        public string $seller,
        public int $rounds,
        public int $ownFrom,
        public int $ownTo,
        public int $rivalFrom,
        public int $rivalTo,
        public int $since,
        public int $lastAt,
    ) {
    }

    /**
     * The price war at the end of what was seen, with the rival with whom it has gone round most often.
     *
     * @param  list<PriceWarPoint>  $points  in the order of time
     */
    public static function in(array $points): ?self
    {
        $all = [];
        foreach ($points === [] ? [] : $points[array_key_last($points)]->rivals as $seller => $price) {
            $priceWar = self::with((string) $seller, $points);
            if ($priceWar !== null) {
                $all[] = $priceWar;
            }
        }
        usort($all, fn (self $a, self $b) => [$b->rounds, $a->rivalTo] <=> [$a->rounds, $b->rivalTo]);

        return $all[0] ?? null;
    }

    /**
     * What to go up to, so that the rival can follow: where it began, within the limits.
     *
     * @param  int  $began  our price with shipping
     * @param  int  $shipping  our own, which limits do not contain
     * @return int a price without shipping
     */
    public static function stepUpTo(int $began, int $shipping, int $floor, int $ceiling): int
    {
        return max($floor, min($ceiling, $began - $shipping));
    }

    /** @param  list<PriceWarPoint>  $points */
    private static function with(string $seller, array $points): ?self
    {
        $turns = self::turns($seller, $points);
        $rounds = intdiv(count($turns), 2);
        if ($rounds < self::ROUNDS) {
            return null;
        }
        [$first, $second] = $turns;
        $last = $turns[count($turns) - 1];
        $before = $turns[count($turns) - 2];
        [$own, $rival] = $first[0] ? [$first, $second] : [$second, $first];
        [$ownLast, $rivalLast] = $last[0] ? [$last, $before] : [$before, $last];

        return new self($seller, $rounds, $own[1], $ownLast[2], $rival[1], $rivalLast[2], $first[3], $last[3]);
    }

    /**
     * The answers by turns that the last move belongs to; several steps of one in a row are one turn.
     *
     * @param  list<PriceWarPoint>  $points
     * @return list<array{bool, int, int, int}> whether it was ours, from, to, when
     */
    private static function turns(string $seller, array $points): array
    {
        $turns = [];
        $own = $rival = null;
        foreach ($points as $point) {
            $price = $point->rivals[$seller] ?? null;
            if ($price === null) {
                $turns = [];
                $own = $rival = null;

                continue;
            }
            foreach (
                [[true, $own, $point->own, $rival ?? $price], [false, $rival, $price, $point->own]] as [$isOwn, $from, $to, $other]
            ) {
                if ($from !== null && $from !== $to) {
                    $turns = self::isAnswer($from, $to, $other)
                        ? self::add($turns, [$isOwn, $from, $to, $point->at])
                        : [];
                }
            }
            $own = $point->own;
            $rival = $price;
        }

        return $turns;
    }

    private static function isAnswer(int $from, int $to, int $other): bool
    {
        return $to < $from &&
            ! (new PriceMove($from, $to))->isBeyond(Percent::of(self::LARGEST_STEP)) &&
            $to <= Percent::of(self::NEAR)->addedHalfUp($other);
    }

    /**
     * @param  list<array{bool, int, int, int}>  $turns
     * @param  array{bool, int, int, int}  $turn
     * @return list<array{bool, int, int, int}>
     */
    private static function add(array $turns, array $turn): array
    {
        $last = array_key_last($turns);
        if ($last !== null && $turns[$last][0] === $turn[0]) {
            $turns[$last] = [$turn[0], $turns[$last][1], $turn[2], $turn[3]];

            return $turns;
        }
        $turns[] = $turn;

        return $turns;
    }
}
