<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

/** What came out for some listings of a run. */
final class RunTally
{
    /** @var array<string, int> by outcome; "idle" where no rule reprices them */
    public array $outcomes = [];

    public int $moves = 0;

    public int $bigMoves = 0;

    /** @var array<int, int> big moves by rule */
    public array $bigMovesOfRule = [];

    public function count(string $outcome): void
    {
        $this->outcomes[$outcome] = ($this->outcomes[$outcome] ?? 0) + 1;
    }

    public function move(int $ruleId, bool $isBig): void
    {
        $this->moves++;
        if ($isBig) {
            $this->bigMoves++;
            $this->bigMovesOfRule[$ruleId] = ($this->bigMovesOfRule[$ruleId] ?? 0) + 1;
        }
    }
}
