<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

use function array_map;
use function sprintf;

/** Whether two products are the same, how sure that is, and why. */
final readonly class MatchResult
{
    /**
     * @param  float  $score  0 to 1: from 0.9 on the same, under 0.3 different
     * @param  list<MatchReason>  $reasons  the weightiest first
     */
    public function __construct(public MatchVerdict $verdict, public float $score, public array $reasons)
    {
    }

    /** @return array{verdict: string, score: float, reasons: list<array{kind: string, says: string, weight: float}>} */
    public function document(): array
    {
        return [
            'verdict' => $this->verdict->value,
            'score' => (float) sprintf('%.2f', $this->score),
            'reasons' => array_map(fn (MatchReason $reason): array => $reason->document(), $this->reasons),
        ];
    }
}
