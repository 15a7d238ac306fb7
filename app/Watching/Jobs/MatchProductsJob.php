<?php

declare(strict_types=1);

namespace App\Watching\Jobs;

use App\Accounts\Models\Workspace;
use App\Support\Queue\WorkspaceJob;
use App\Watching\Matching\ProposeMatches;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Compares new products with those of the other side for some seconds, and hands on to the next job. */
final class MatchProductsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
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

    public function handle(ProposeMatches $propose): void
    {
        $workspace = Workspace::query()->findOrFail($this->workspaceId);
        $this->workFor(self::SECONDS, fn (): bool => $propose->handle($workspace), fn () => self::dispatch($this->workspaceId));
    }
}
