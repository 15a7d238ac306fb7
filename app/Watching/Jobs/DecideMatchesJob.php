<?php

declare(strict_types=1);

namespace App\Watching\Jobs;

use App\Support\Queue\WorkspaceJob;
use App\Watching\Matching\DecideMatches;
use App\Watching\Models\MatchState;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Answers some hundred matches alike. */
final class DecideMatchesJob implements ShouldQueue
{
    use WorkspaceJob;

    /**
     * @param  list<int>  $ids
     * @param  string|null  $by  who says so
     */
    public function __construct(
        public readonly int $workspaceId,
        public readonly MatchState $state,
        public readonly array $ids,
        public readonly ?string $by,
    ) {
        $this->onQueue('default');
    }

    public function handle(DecideMatches $decide): void
    {
        $decide->handle($this->workspaceId, $this->ids, $this->state, $this->by);
    }
}
