<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Pricing\Runs\RunProgress;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;

/** Fails runs that have been deciding for too long: their jobs are gone. */
final readonly class SweepStalledRuns implements Sweeper
{
    private const HOURS = 3;

    public function __construct(private EachWorkspace $each, private RunProgress $runs)
    {
    }

    public function sweep(): void
    {
        $stalled = AcrossWorkspaces::query(Run::class)
            ->where('state', RunState::Deciding)
            ->where('started_at', '<', now()->subHours(self::HOURS));
        $this->each->of(
            $stalled->get(['id', 'workspace_id']),
            fn (Run $run) => $this->runs->fail(Workspace::query()->findOrFail($run->workspace_id), $run->id),
        );
    }
}
