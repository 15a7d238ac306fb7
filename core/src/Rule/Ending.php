<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use function count;
use function sort;

/** Prices that end in certain fractions of the major unit. Amounts in minor units. */
final readonly class Ending
{
    /** @var non-empty-list<int> rising */
    private array $fractions;

    /**
     * @param  non-empty-list<int>  $fractions  in minor units, from 0 to below the unit
     * @param  int  $unit  minor units in a major one
     */
    public function __construct(array $fractions, private EndingRound $round, private int $unit)
    {
        sort($fractions);
        $this->fractions = $fractions;
    }

    /**
     * The neighbouring prices with a wanted ending, the preferred one first; a price that has one is its own neighbour.
     * They may be zero or less.
     *
     * @return array{int, int}
     */
    public function neighbours(int $price): array
    {
        $rest = $price % $this->unit;
        $whole = $price - $rest;
        $down = $whole - $this->unit + $this->fractions[count($this->fractions) - 1];
        $up = $whole + $this->unit + $this->fractions[0];
        foreach ($this->fractions as $fraction) {
            if ($fraction <= $rest) {
                $down = $whole + $fraction;
            }
            if ($fraction >= $rest) {
                $up = $whole + $fraction;
                break;
            }
        }
        $prefersUp = match ($this->round) {
            EndingRound::Down => false,
            EndingRound::Up => true,
            EndingRound::Nearest => $up - $price < $price - $down,
        };

        return $prefersUp ? [$up, $down] : [$down, $up];
    }
}
