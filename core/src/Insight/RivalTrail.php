<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use function array_filter;
use function array_keys;
use function max;

/** Follows the rivals of one listing from one observation to the next. */
final class RivalTrail
{
    /** What comes later is taken for a move of its own accord. */
    public const LONGEST_REACTION_SECONDS = 86_400;

    private ?int $ourPrice = null;

    private int $observedAt = 0;

    /**
     * @param  array<array-key, int>|null  $prices  by seller, with shipping, in minor units, as they stood before; null: nothing is
     *     known, the first observation is where moves are counted from
     * @param  list<int>  $ourMoves  when our price changed, as far as that is known to the second; in seconds since 1970
     * @param  array<array-key, int>  $movedAt  when each seller moved last, in seconds since 1970
     */
    public function __construct(private ?array $prices, private array $ourMoves, private array $movedAt = [])
    {
    }

    /**
     * @param  int  $at  seconds since 1970, not before the observation before
     * @param  int  $ours  our price, in minor units
     * @param  array<array-key, int>  $prices  by seller, with shipping, in minor units
     * @return list<RivalMove>
     */
    public function observe(int $at, int $ours, array $prices): array
    {
        $this->noticeOurs($at, $ours);
        $before = $this->prices ?? $prices;
        $this->prices = $prices;
        $moves = [];
        foreach (array_keys($before + $prices) as $seller) {
            $from = $before[$seller] ?? null;
            $to = $prices[$seller] ?? null;
            if ($from === $to) {
                continue;
            }
            $reaction = $from === null || $to === null ? null : $this->reaction($seller, $at);
            $moves[] = new RivalMove((string) $seller, $at, $from, $to, $reaction);
            $this->movedAt[$seller] = $at;
        }

        return $moves;
    }

    /** A move of ours that was only seen counts from when it was. */
    private function noticeOurs(int $at, int $ours): void
    {
        $isMove = $this->ourPrice !== null && $this->ourPrice !== $ours;
        $isKnown = array_filter($this->ourMoves, fn (int $moved): bool => $moved > $this->observedAt && $moved <= $at) !== [];
        if ($isMove && ! $isKnown) {
            $this->ourMoves[] = $at;
        }
        $this->ourPrice = $ours;
        $this->observedAt = $at;
    }

    /** Only the first move after ours is an answer. */
    private function reaction(string|int $seller, int $at): ?int
    {
        $earlier = array_filter($this->ourMoves, fn (int $moved): bool => $moved < $at);
        $ours = $earlier === [] ? null : max($earlier);
        $isFirst = $ours !== null && ($this->movedAt[$seller] ?? $ours) <= $ours;

        return $isFirst && $at - $ours <= self::LONGEST_REACTION_SECONDS ? $at - $ours : null;
    }
}
