<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Market\Jobs\ObserveItemsJob;
use Illuminate\Support\Facades\DB;

/**
 * Observes the items a channel has sent notifications of, those that have waited longest first. Notifications of the
 * same item are looked into once. Whoever looks into it claims it for a while: no row is locked while the channel is
 * asked, and if this process dies, it waits again when that time is over.
 */
final readonly class ObserveNotified
{
    /** Two calls' worth: there may be several notifications of an item. */
    private const CALLS = 2;

    private const CLAIMED_SECONDS = 20;

    public function __construct(private ObserveItems $observe)
    {
    }

    /**
     * @throws \App\Channels\ChannelUnavailable
     * @throws \App\Channels\ChannelRefused
     */
    public function handle(Channel $channel): void
    {
        $claimed = $this->claim($channel);
        if ($claimed === []) {
            return;
        }
        $ids = array_keys($claimed);
        try {
            $observed = $this->observe->handle(
                $channel,
                array_values(array_unique($claimed)),
                fn () => $this->done($channel, $ids),
            );
        } catch (\Throwable $e) {
            $this->release($channel, $ids);
            throw $e;
        }
        ObserveItemsJob::again($channel, $observed->missing);
    }

    /** @return array<string, string> items by notification */
    private function claim(Channel $channel): array
    {
        $claimed = DB::select(
            <<<'SQL'
            UPDATE market_notifications n SET claimed_until = now() + make_interval(secs => ?)
            FROM (
                SELECT channel_id, webhook_id FROM market_notifications
                WHERE channel_id = ?
                    AND workspace_id = ?
                    AND observed_at IS NULL
                    AND (claimed_until IS NULL OR claimed_until < now())
                ORDER BY received_at LIMIT ? FOR UPDATE SKIP LOCKED
            ) first
            WHERE n.channel_id = first.channel_id AND n.webhook_id = first.webhook_id
            RETURNING n.webhook_id, n.item
            SQL,
            [
                self::CLAIMED_SECONDS,
                $channel->id,
                $channel->workspace_id,
                self::CALLS * DriverRegistry::itemsPerCall($channel),
            ],
        );

        return array_column($claimed, 'item', 'webhook_id');
    }

    /** @param  list<array-key>  $ids */
    private function done(Channel $channel, array $ids): void
    {
        $this->notifications($channel, $ids)->update(['observed_at' => now()]);
    }

    /** @param  list<array-key>  $ids */
    private function release(Channel $channel, array $ids): void
    {
        $this->notifications($channel, $ids)
            ->whereNull('observed_at')
            ->update(['claimed_until' => null]);
    }

    /** @param  list<array-key>  $ids */
    private function notifications(Channel $channel, array $ids): \Illuminate\Database\Query\Builder
    {
        return DB::table('market_notifications')
            ->where('workspace_id', $channel->workspace_id)
            ->where('channel_id', $channel->id)
            ->whereIn('webhook_id', array_map(strval(...), $ids));
    }
}
