<?php

declare(strict_types=1);

namespace App\Watching\Jobs;

use App\Support\Queue\WorkspaceJob;
use App\Watching\Actions\ChangeWatches;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Does the same to some hundred pages. */
final class ChangeWatchesJob implements ShouldQueue
{
    use WorkspaceJob;

    /**
     * @param  list<int>  $ids
     * @param  array<string, mixed>  $wanted  what they are to become, as ChangeWatches takes it
     */
    public function __construct(
        public readonly int $workspaceId,
        public readonly WatchChange $change,
        public readonly array $ids,
        public readonly array $wanted,
    ) {
        $this->onQueue('default');
    }

    public function handle(ChangeWatches $watches): void
    {
        match ($this->change) {
            WatchChange::Change => $watches->change($this->workspaceId, $this->ids, $this->wanted),
            WatchChange::ReadNow => $watches->readNow($this->workspaceId, $this->ids),
            WatchChange::Remove => $watches->remove($this->workspaceId, $this->ids),
        };
    }
}
