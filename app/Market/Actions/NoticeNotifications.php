<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Market\Jobs\ObserveNotifiedJob;
use Illuminate\Support\Facades\DB;

/** Asked by every worker before it takes the next job, some times a second: does word of a market wait that nobody is looking into? */
final readonly class NoticeNotifications
{
    public function handle(): void
    {
        // What a worker is looking into is locked by it.
        $waiting = DB::selectOne(<<<'SQL'
            SELECT channel_id, workspace_id FROM market_notifications
            WHERE observed_at IS NULL AND channel_id NOT IN (SELECT id FROM channels WHERE quiet_until > now()) ORDER BY received_at LIMIT 1 FOR UPDATE SKIP LOCKED
            SQL);
        if ($waiting !== null) {
            ObserveNotifiedJob::dispatch($waiting->workspace_id, $waiting->channel_id);
        }
    }
}
