<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Accounts\Models\Workspace;
use App\Market\Rivals\GatherRivals;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Works out where rivals stand for some seconds, and hands on to the next job. */
final class GatherRivalsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 60;

    private const SECONDS = 8;

    public function __construct(public readonly int $workspaceId)
    {
        $this->onQueue('default');
    }

    public function uniqueId(): string
    {
        return (string) $this->workspaceId;
    }

    public function handle(GatherRivals $gather): void
    {
        $workspace = Workspace::query()->findOrFail($this->workspaceId);
        $gather->begin($workspace);
        $this->workFor(self::SECONDS, fn (): bool => $gather->handle($workspace), fn () => self::dispatch($this->workspaceId));
    }
}
