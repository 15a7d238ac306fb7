<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Market\Jobs\ImportChannelJob;
use App\Market\Models\ChannelImport;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;

/** Goes on with imports that are due. */
final readonly class SweepImports implements Sweeper
{
    private const MOST = 100;

    public function sweep(): void
    {
        $due = AcrossWorkspaces::query(ChannelImport::class)->where('due_at', '<=', now()->format(ChannelImport::TIME));
        foreach ($due->orderBy('due_at')->limit(self::MOST)->get() as $import) {
            ImportChannelJob::dispatch($import->workspace_id, $import->channel_id);
        }
    }
}
