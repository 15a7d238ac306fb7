<?php

declare(strict_types=1);

namespace App\Screens\Console;

use App\Accounts\Models\Workspace;
use App\Screens\Positions\RecallPositions;
use App\Screens\Positions\RecallPositionsJob;
use App\Support\Queue\OneAfterAnother;
use App\Support\Tenancy\AcrossWorkspaces;
use Illuminate\Console\Command;

final class RecallPositionsCommand extends Command
{
    protected $signature = 'screens:recall-positions';

    protected $description = 'Work out once more how listings stood on days gone by, now that more costs are known';

    public function handle(): int
    {
        $workspaces = AcrossWorkspaces::table('position_days')
            ->where('is_recalled', true)
            ->where('day', '>=', now()->subDays(RecallPositions::DAYS)->toDateString())
            ->distinct()
            ->pluck('workspace_id')
            ->merge(AcrossWorkspaces::table('position_recalls')->pluck('workspace_id'));
        $known = Workspace::query()->whereIn('id', $workspaces)->orderBy('id')->pluck('id');
        OneAfterAnother::dispatch($known->map(fn (int $workspaceId) => new RecallPositionsJob($workspaceId, isAnew: true)));

        return self::SUCCESS;
    }
}
