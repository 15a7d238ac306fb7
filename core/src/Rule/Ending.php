<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** Prices that end in certain fractions of the major unit. */
final readonly class Ending
{
    /**
     * @param  non-empty-list<int>  $fractions  in minor units, from 0 to below the unit
     * @param  int  $unit  minor units in a major one
     */
    public function __construct(private array $fractions, private EndingRound $round, private int $unit)
    {
    }

    /**
     * The neighbouring prices with a wanted ending, the preferred one first; a price that has one is its own neighbour.
     * They may be zero or less.
     *
     * @return array{int, int}
     */
    public function neighbours(int $price): array
    {
        $down = $this->down($price);
        $up = $this->up($price);
        $prefersUp = match ($this->round) {
            EndingRound::Down => false,
            EndingRound::Up => true,
            EndingRound::Nearest => $up - $price < $price - $down,
        };

        return $prefersUp ? [$up, $down] : [$down, $up];
    }

    private function down(int $price): int
    {
        $base = $price - $price % $this->unit;
        $best = $base - $this->unit;
        foreach ($this->fractions as $fraction) {
            $at = $base + $fraction <= $price ? $base + $fraction : $base + $fraction - $this->unit;
            $best = max($best, $at);
        }

        return $best;
    }

    private function up(int $price): int
    {
        $base = $price - $price % $this->unit;
        $best = $base + 2 * $this->unit;
        foreach ($this->fractions as $fraction) {
            $at = $base + $fraction >= $price ? $base + $fraction : $base + $fraction + $this->unit;
            $best = min($best, $at);
        }

        return $best;
    }
}
