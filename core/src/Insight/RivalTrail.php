<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use function array_keys;

/** Follows the rivals of one listing from one observation to the next. */
final class RivalTrail
{
    /** What comes later is taken for a move of its own accord. */
    public const LONGEST_REACTION_SECONDS = 86_400;

    /**
     * @param  array<array-key, int>|null  $prices  by seller, with shipping, in minor units, as they stood before; null: nothing is
     *     known, the first observation is where moves are counted from
     * @param  list<int>  $ourMoves  when our price changed, in seconds since 1970, oldest first
     * @param  array<array-key, int>  $movedAt  when each seller moved last, in seconds since 1970
     */
    public function __construct(private ?array $prices, private readonly array $ourMoves, private array $movedAt = [])
    {
    }

    /**
     * @param  int  $at  seconds since 1970, not before the observation before
     * @param  array<array-key, int>  $prices  by seller, with shipping, in minor units
     * @return list<RivalMove>
     */
    public function observe(int $at, array $prices): array
    {
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

    /** Only the first move after ours is an answer. */
    private function reaction(string|int $seller, int $at): ?int
    {
        $ours = null;
        foreach ($this->ourMoves as $moved) {
            $ours = $moved < $at ? $moved : $ours;
        }
        $isFirst = $ours !== null && ($this->movedAt[$seller] ?? $ours) <= $ours;

        return $isFirst && $at - $ours <= self::LONGEST_REACTION_SECONDS ? $at - $ours : null;
    }
}
