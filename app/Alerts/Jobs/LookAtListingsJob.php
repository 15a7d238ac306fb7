<?php

declare(strict_types=1);

namespace App\Alerts\Jobs;

use App\Accounts\Models\Workspace;
use App\Alerts\Actions\LookAtListings;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Looks at what has changed for some seconds, and hands on to the next job. */
final class LookAtListingsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    private const SECONDS = 8;

    public function __construct(public readonly int $workspaceId)
    {
        $this->onQueue('alerts');
    }

    public function uniqueId(): string
    {
        return (string) $this->workspaceId;
    }

    public function handle(LookAtListings $look): void
    {
        $workspace = Workspace::query()->findOrFail($this->workspaceId);
        $this->workFor(self::SECONDS, fn (): bool => $look->handle($workspace), fn () => self::dispatch($this->workspaceId));
    }
}
