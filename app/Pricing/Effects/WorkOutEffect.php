<?php

declare(strict_types=1);

namespace App\Pricing\Effects;

use App\Accounts\Models\Workspace;
use App\Pricing\Actions\TryOut;

/** What a rule would do to listings, while someone is still writing it: many of them are shared between two processes. */
final readonly class WorkOutEffect
{
    public const LARGEST_MOVES = 10;

    /** @param  int  $alone  up to so many listings are not worth sharing */
    public function __construct(private TryOut $tryOut, private OtherHalf $other, private int $alone = 1_000)
    {
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<int>|null  $listingIds
     * @param  array<string, mixed>  $filter
     */
    public function handle(Workspace $workspace, array $document, ?array $listingIds, array $filter): Effect
    {
        $ids = $this->tryOut->listings($workspace, $listingIds, $filter);
        if (count($ids) <= $this->alone) {
            return $this->of($workspace, $document, $ids);
        }
        [$ours, $theirs] = array_chunk($ids, intdiv(count($ids) + 1, 2));
        $this->other->ask($workspace->id, $document, $theirs);
        $effect = $this->of($workspace, $document, $ours);
        $effect->plus($this->other->answer() ?? $this->of($workspace, $document, $theirs)->figures());

        return $effect;
    }

    /**
     * @param  array<string, mixed>  $document
     * @param  list<int>  $listingIds
     */
    public function of(Workspace $workspace, array $document, array $listingIds): Effect
    {
        $effect = new Effect(self::LARGEST_MOVES);
        foreach ($this->tryOut->over($workspace, $document, $listingIds) as [$one, $units]) {
            $effect->add($one, $units);
        }

        return $effect;
    }
}
