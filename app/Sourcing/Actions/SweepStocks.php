<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Sourcing\Jobs\SendStocksJob;
use App\Sourcing\Models\SourceChange;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Watching\Models\Watch;

/** Takes up stocks that are due. */
final readonly class SweepStocks implements Sweeper
{
    public function sweep(): void
    {
        $due = AcrossWorkspaces::table('source_changes')
            ->whereIn('state', SourceChange::OPEN)
            ->where('due_at', '<=', now()->format(Watch::TIME))
            ->distinct()
            ->get(['workspace_id', 'channel_id']);
        foreach ($due as $row) {
            SendStocksJob::dispatch($row->workspace_id, $row->channel_id);
        }
    }
}
