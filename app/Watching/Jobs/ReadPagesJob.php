<?php

declare(strict_types=1);

namespace App\Watching\Jobs;

use App\Accounts\Models\Workspace;
use App\Support\Queue\WorkspaceJob;
use App\Watching\Actions\ReadPages;
use App\Watching\Fetching\ClaimTurns;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Asks the hosts whose turn it is; several of them may do so at a time. */
final class ReadPagesJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    /** What is due sooner is not left to the sweep. */
    private const SOON_SECONDS = 10;

    public function __construct(public readonly int $workspaceId)
    {
        $this->onQueue('watching');
    }

    public function uniqueId(): string
    {
        return (string) $this->workspaceId;
    }

    public function handle(ReadPages $read): void
    {
        $read->handle(Workspace::query()->findOrFail($this->workspaceId));
        $next = ClaimTurns::next($this->workspaceId);
        if ($next !== null && $next < now()->addSeconds(self::SOON_SECONDS)) {
            self::dispatch($this->workspaceId)->delay($next);
        }
    }
}
