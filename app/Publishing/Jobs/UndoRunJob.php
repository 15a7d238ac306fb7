<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Publishing\Actions\UndoRun;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

final class UndoRunJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    public function __construct(public readonly int $workspaceId, public readonly int $runId)
    {
    }

    public function uniqueId(): string
    {
        return (string) $this->runId;
    }

    public function handle(UndoRun $undo): void
    {
        if ($undo->advance($this->runId)) {
            self::dispatch($this->workspaceId, $this->runId);
        }
    }
}
