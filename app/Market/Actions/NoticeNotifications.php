<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Channel;
use App\Market\Jobs\ObserveNotifiedJob;
use Illuminate\Support\Facades\DB;

/** Asked by every worker before it takes the next job, some times a second: does word of a market wait that nobody is looking into? */
final readonly class NoticeNotifications
{
    public function handle(): void
    {
        // What a worker is looking into is locked by it.
        $waiting = DB::selectOne(<<<'SQL'
            SELECT n.channel_id FROM market_notifications n JOIN channels c ON c.id = n.channel_id
            WHERE n.observed_at IS NULL AND (c.quiet_until IS NULL OR c.quiet_until <= now()) ORDER BY n.received_at LIMIT 1 FOR UPDATE OF n SKIP LOCKED
            SQL);
        if ($waiting !== null) {
            $channel = Channel::query()->withoutGlobalScope('workspace')->findOrFail($waiting->channel_id);
            ObserveNotifiedJob::dispatch($channel->workspace_id, $channel->id);
        }
    }
}
