<?php

declare(strict_types=1);

namespace App\Screens\Console;

use App\Accounts\Models\Workspace;
use App\Screens\Positions\RecallPositions;
use App\Screens\Positions\RecallPositionsJob;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;

final class RecallPositionsCommand extends Command
{
    protected $signature = 'screens:recall-positions';

    protected $description = 'Work out once more how listings stood on days gone by, now that more costs are known';

    public function handle(RecallPositions $recall, CurrentWorkspace $current): int
    {
        $workspaces = AcrossWorkspaces::table('position_days')
            ->where('is_recalled', true)
            ->where('day', '>=', now()->subDays(RecallPositions::DAYS)->toDateString())
            ->distinct()
            ->pluck('workspace_id')
            ->merge(AcrossWorkspaces::table('position_recalls')->pluck('workspace_id'));
        foreach (Workspace::query()->whereIn('id', $workspaces)->get() as $workspace) {
            $current->within($workspace->id, fn () => $recall->begin($workspace, RecallPositions::DAYS));
            RecallPositionsJob::dispatch($workspace->id);
        }

        return self::SUCCESS;
    }
}
