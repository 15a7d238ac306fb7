<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Channels\Models\Channel;
use App\Market\Jobs\ImportChannelJob;
use App\Market\Models\ChannelImport;
use App\Market\Models\ImportStep;
use Illuminate\Support\Facades\DB;

/**
 * Begins reading what a channel knows of us: all of it where the channel is new, else its listings. Nothing is begun
 * twice.
 */
final readonly class StartImport
{
    /** Within the workspace of the channel. */
    public function handle(Channel $channel, bool $isFirst): void
    {
        $step = ImportStep::first($channel, $isFirst);
        if ($step === null) {
            return;
        }
        ChannelImport::query()->insertOrIgnore([
            'channel_id' => $channel->id,
            'workspace_id' => $channel->workspace_id,
            'step' => $step,
            'is_first' => $isFirst,
            'due_at' => now()->format(ChannelImport::TIME),
            'started_at' => now(),
        ]);
        DB::afterCommit(fn () => ImportChannelJob::dispatch($channel->workspace_id, $channel->id));
    }
}
