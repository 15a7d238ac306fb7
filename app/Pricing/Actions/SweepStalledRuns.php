<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Pricing\Runs\RunProgress;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\CurrentWorkspace;

/** Ends runs that have been deciding for longer than any can take: their jobs are gone. */
final readonly class SweepStalledRuns implements Sweeper
{
    private const HOURS = 3;

    public function __construct(private CurrentWorkspace $current, private RunProgress $runs)
    {
    }

    public function sweep(): void
    {
        $stalled = AcrossWorkspaces::query(Run::class)
            ->where('state', RunState::Deciding)
            ->where('started_at', '<', now()->subHours(self::HOURS));
        foreach ($stalled->get(['id', 'workspace_id']) as $run) {
            $this->current->within(
                $run->workspace_id,
                fn () => $this->runs->fail(Workspace::query()->findOrFail($run->workspace_id), $run->id),
            );
        }
    }
}
