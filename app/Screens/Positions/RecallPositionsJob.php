<?php

declare(strict_types=1);

namespace App\Screens\Positions;

use App\Accounts\Models\Workspace;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Works out how listings stood on days gone by for some seconds, and hands on to the next job. */
final class RecallPositionsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 60;

    private const SECONDS = 5;

    /** @param  bool  $isAnew  what was worked out before is worked out once more */
    public function __construct(public readonly int $workspaceId, private readonly bool $isAnew = false)
    {
        $this->onQueue('default');
    }

    public function uniqueId(): string
    {
        return (string) $this->workspaceId;
    }

    public function handle(RecallPositions $recall): void
    {
        $workspace = Workspace::query()->findOrFail($this->workspaceId);
        if ($this->isAnew) {
            $recall->begin($workspace, RecallPositions::DAYS);
        }
        $this->workFor(self::SECONDS, fn (): bool => $recall->handle($workspace), fn () => self::dispatch($this->workspaceId));
    }
}
