<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\ChangeQueue;
use App\Channels\Ports\ItemChange;
use Illuminate\Support\Facades\DB;

/**
 * Fetches notifications of changed offers and stores them until a worker has time. They are acknowledged once stored:
 * what is fetched again is the same.
 */
final readonly class FetchChanges
{
    /** So many fetches at most at a time, while there is more. */
    private const FETCHES = 5;

    public function __construct(private DriverRegistry $drivers)
    {
    }

    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function handle(Channel $channel): void
    {
        $queue = $this->drivers->port($channel, ChangeQueue::class);
        for ($fetch = 0; $fetch < self::FETCHES; $fetch++) {
            $changes = $queue->fetch();
            if ($changes === []) {
                return;
            }
            $this->keep($channel, $changes);
            $queue->acknowledge($changes);
        }
    }

    /** @param  non-empty-list<ItemChange>  $changes */
    private function keep(Channel $channel, array $changes): void
    {
        DB::table('market_notifications')->insertOrIgnore(
            array_map(
                fn (ItemChange $change) => [
                    'channel_id' => $channel->id,
                    'workspace_id' => $channel->workspace_id,
                    'webhook_id' => $change->id,
                    'item' => $change->item,
                    'received_at' => now()->format('Y-m-d H:i:s.uP'),
                ],
                $changes,
            ),
        );
    }
}
