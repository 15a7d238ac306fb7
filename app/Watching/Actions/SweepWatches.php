<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Accounts\Models\Workspace;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\EachWorkspace;
use App\Watching\Fetching\ClaimTurns;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Has watches read that are due, and ends turns whose process has died. */
final readonly class SweepWatches implements Sweeper
{
    private const MOST = 500;

    /** A page whose turn came to nothing is not asked for twice in it; a rare one does not wait for its next for long. */
    private const INTERRUPTED_AGAIN_MINUTES = 60;

    public function __construct(
        private EachWorkspace $each,
        private RecordReading $record,
    ) {
    }

    public function sweep(): void
    {
        $this->readDue();
        $this->endInterrupted();
    }

    private function readDue(): void
    {
        $now = now()->format(Watch::TIME);
        $workspaces = AcrossWorkspaces::table('watches')
            ->join('sites', 'sites.id', '=', 'watches.site_id')
            ->join('web_hosts', 'web_hosts.host', '=', 'sites.host')
            ->where('watches.due_at', '<=', $now)
            ->whereNull('watches.asked_at')
            ->where('web_hosts.next_at', '<=', $now)
            ->whereNull('sites.paused_at')
            ->distinct()
            ->pluck('watches.workspace_id');
        foreach ($workspaces as $workspaceId) {
            ReadPagesJob::dispatch((int) $workspaceId);
        }
    }

    private function endInterrupted(): void
    {
        $since = CarbonImmutable::now()->subSeconds(2 * ClaimTurns::LONGEST_TURN_SECONDS);
        $left = AcrossWorkspaces::query(Watch::class)
            ->where('asked_at', '<', $since->format(Watch::TIME))
            ->orderBy('asked_at')
            ->limit(self::MOST)
            ->get();
        $this->each->of($left, function (Watch $watch): void {
            $this->record->interrupted(Workspace::query()->findOrFail($watch->workspace_id), $watch);
            $soon = now()->addMinutes(self::INTERRUPTED_AGAIN_MINUTES)->format(Watch::TIME);
            Watch::query()
                ->whereKey($watch->id)
                ->whereNull('asked_at')
                ->update(['due_at' => DB::raw('least(due_at, '.DB::escape($soon).'::timestamptz)')]);
        });
    }
}
