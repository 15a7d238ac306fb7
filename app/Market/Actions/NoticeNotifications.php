<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Market\Jobs\FetchChangesJob;
use App\Market\Jobs\ObserveNotifiedJob;
use Illuminate\Support\Facades\DB;

/**
 * Called by every worker before it takes the next job, several times a second: is there a notification that nobody is
 * looking into, or is it time to fetch some?
 */
final readonly class NoticeNotifications
{
    private const FETCH_EVERY_SECONDS = 2;

    public function handle(): void
    {
        $waiting = DB::selectOne(
            <<<'SQL'
            SELECT channel_id, workspace_id FROM market_notifications
            WHERE observed_at IS NULL AND (claimed_until IS NULL OR claimed_until < now())
                AND channel_id NOT IN (SELECT id FROM channels WHERE quiet_until > now())
            ORDER BY received_at LIMIT 1
            SQL,
        );
        if ($waiting !== null) {
            ObserveNotifiedJob::dispatch($waiting->workspace_id, $waiting->channel_id);
        }
        $due = DB::selectOne(
            <<<'SQL'
            UPDATE channels SET fetch_at = now() + make_interval(secs => ?)
            WHERE id = (
                SELECT id FROM channels WHERE fetch_at <= now() AND (quiet_until IS NULL OR quiet_until <= now())
                ORDER BY fetch_at LIMIT 1 FOR UPDATE SKIP LOCKED
            )
            RETURNING id, workspace_id
            SQL,
            [self::FETCH_EVERY_SECONDS],
        );
        if ($due !== null) {
            FetchChangesJob::dispatch($due->workspace_id, $due->id);
        }
    }
}
