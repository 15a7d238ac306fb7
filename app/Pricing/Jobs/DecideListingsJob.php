<?php

declare(strict_types=1);

namespace App\Pricing\Jobs;

use App\Accounts\Models\Workspace;
use App\Catalogue\Events\Cause;
use App\Pricing\Actions\DecideListings;
use App\Pricing\Runs\RunProgress;
use App\Support\Queue\WorkspaceJob;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Support\Facades\Queue;

final class DecideListingsJob implements ShouldQueue
{
    use WorkspaceJob;

    /**
     * @param  list<int>  $listingIds
     * @param  int  $chunk  which part of its run it is
     */
    public function __construct(
        public readonly int $workspaceId,
        public readonly array $listingIds,
        public readonly Cause $cause,
        public readonly ?int $runId = null,
        public readonly int $chunk = 0,
    ) {
        $this->onQueue(self::queueFor($cause));
    }

    /**
     * @param  list<int>  $listingIds
     * @param  int  $offset  how many listings of the run came before
     */
    public static function dispatchInChunks(
        int $workspaceId,
        array $listingIds,
        Cause $cause,
        ?int $runId = null,
        int $offset = 0,
    ): void {
        $together = max(1, config('pricing.decided_together'));
        $jobs = [];
        foreach (array_chunk($listingIds, $together) as $i => $chunk) {
            $jobs[] = new self($workspaceId, $chunk, $cause, $runId, $offset + $i * $together);
        }
        if (count($jobs) === 1) {
            dispatch($jobs[0]);
        } elseif ($jobs !== []) {
            Queue::bulk($jobs, queue: self::queueFor($cause));
        }
    }

    public function handle(DecideListings $decide): void
    {
        $decide->handle(
            Workspace::query()->findOrFail($this->workspaceId),
            $this->listingIds,
            $this->cause,
            $this->runId,
            $this->chunk,
        );
    }

    /** Called when all tries have failed. */
    public function failed(): void
    {
        if ($this->runId !== null) {
            $run = $this->runId;
            app(CurrentWorkspace::class)->within(
                $this->workspaceId,
                fn () => app(RunProgress::class)->fail(Workspace::query()->findOrFail($this->workspaceId), $run),
            );
        }
    }

    private static function queueFor(Cause $cause): string
    {
        return $cause->isUrgent() ? 'market' : 'default';
    }
}
