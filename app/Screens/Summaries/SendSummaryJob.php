<?php

declare(strict_types=1);

namespace App\Screens\Summaries;

use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Sends one summary. */
final class SendSummaryJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 60;

    private const TIMEOUT_SECONDS = 120;

    public function __construct(public readonly int $workspaceId, public readonly int $summaryId)
    {
        $this->timeout = self::TIMEOUT_SECONDS;
        $this->onQueue('deliveries');
    }

    public function uniqueId(): string
    {
        return (string) $this->summaryId;
    }

    public function handle(SendSummary $send): void
    {
        $send->handle($this->workspaceId, $this->summaryId);
    }
}
