<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Pricing\Jobs\DecidePendingJob;
use App\Support\Schedule\Sweeper;
use Illuminate\Support\Facades\DB;

/**
 * Has those decided on that were to be, and were not: whoever saw their market change died before, or deciding went
 * wrong.
 */
final readonly class SweepPendingDecisions implements Sweeper
{
    private const OVERDUE_SECONDS = 2;

    public function sweep(): void
    {
        $workspaces = DB::select(
            <<<'SQL'
            SELECT id FROM workspaces w
            WHERE EXISTS (
                SELECT
                FROM pending_decisions p
                WHERE p.workspace_id = w.id AND p.requested_at < now() - make_interval(secs => ?)
            )
            SQL,
            [self::OVERDUE_SECONDS],
        );
        foreach ($workspaces as $workspace) {
            DecidePendingJob::dispatch($workspace->id);
        }
    }
}
