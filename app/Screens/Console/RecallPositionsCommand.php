<?php

declare(strict_types=1);

namespace App\Screens\Console;

use App\Accounts\Models\Workspace;
use App\Screens\Positions\RecallPositions;
use App\Screens\Positions\RecallPositionsJob;
use App\Support\Tenancy\AcrossWorkspaces;
use Illuminate\Console\Command;

final class RecallPositionsCommand extends Command
{
    protected $signature = 'screens:recall-positions';

    protected $description = 'Work out once more how listings stood on days gone by, now that more costs are known';

    private const SECONDS_APART = 20;

    public function handle(): int
    {
        $workspaces = AcrossWorkspaces::table('position_days')
            ->where('is_recalled', true)
            ->where('day', '>=', now()->subDays(RecallPositions::DAYS)->toDateString())
            ->distinct()
            ->pluck('workspace_id')
            ->merge(AcrossWorkspaces::table('position_recalls')->pluck('workspace_id'));
        // One after the other, so that prices do not wait behind all of them.
        foreach (Workspace::query()->whereIn('id', $workspaces)->orderBy('id')->get()->values() as $number => $workspace) {
            RecallPositionsJob::dispatch($workspace->id, isAnew: true)->delay(self::SECONDS_APART * $number);
        }

        return self::SUCCESS;
    }
}
