<?php

declare(strict_types=1);

namespace App\Pricing\Jobs;

use App\Pricing\Actions\DecidePending;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Decides on what a workspace still has pending. */
final class DecidePendingJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    public function __construct(public readonly int $workspaceId)
    {
        $this->onQueue('market');
    }

    public function uniqueId(): string
    {
        return (string) $this->workspaceId;
    }

    public function handle(DecidePending $decide): void
    {
        if ($decide->overdue($this->workspaceId)) {
            self::dispatch($this->workspaceId);
        }
    }
}
