<?php

declare(strict_types=1);

namespace App\Alerts\Actions;

use App\Alerts\Jobs\DeliverJob;
use App\Alerts\Jobs\LookAtListingsJob;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;

/** Has listings looked at that have changed, and sends what is due. */
final readonly class SweepAlerts implements Sweeper
{
    private const TIME = 'Y-m-d H:i:s.uP';

    public function sweep(): void
    {
        foreach (AcrossWorkspaces::table('alert_checks')->distinct()->pluck('workspace_id') as $workspaceId) {
            LookAtListingsJob::dispatch((int) $workspaceId);
        }
        $now = CarbonImmutable::now();
        $died = $now->subSeconds(Deliver::INTERRUPTED_SECONDS)->format(self::TIME);
        $due = AcrossWorkspaces::table('alert_deliveries as d')
            ->join('alert_destinations as a', 'a.id', '=', 'd.destination_id')
            ->whereNull('a.paused_at')
            ->where(
                fn (Builder $any) => $any
                    ->where(fn (Builder $queued) => $queued->where('d.state', 'queued')->where('d.due_at', '<=', $now->format(self::TIME)))
                    ->orWhere(fn (Builder $sending) => $sending->where('d.state', 'sending')->where('d.claimed_at', '<=', $died)),
            )
            ->distinct()
            ->get(['d.workspace_id', 'd.destination_id']);
        foreach ($due as $row) {
            DeliverJob::dispatch($row->workspace_id, $row->destination_id);
        }
    }
}
