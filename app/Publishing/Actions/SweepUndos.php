<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Publishing\Jobs\UndoRunJob;
use App\Publishing\Models\RunUndo;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;

/** Takes up runs whose undoing has stopped in between: whoever worked on it died. */
final readonly class SweepUndos implements Sweeper
{
    private const OVERDUE_SECONDS = 20;

    public function sweep(): void
    {
        $overdue = AcrossWorkspaces::query(RunUndo::class)
            ->whereNull('finished_at')
            ->where('advanced_at', '<', now()->subSeconds(self::OVERDUE_SECONDS));
        foreach ($overdue->get(['run_id', 'workspace_id']) as $undo) {
            UndoRunJob::dispatch($undo->workspace_id, $undo->run_id);
        }
    }
}
