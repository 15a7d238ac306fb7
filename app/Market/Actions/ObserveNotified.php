<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Channel;
use App\Market\Jobs\ObserveItemsJob;
use App\Market\Marketplace\MarketplaceClient;
use Illuminate\Support\Facades\DB;

/** Looks at the items a marketplace has sent word of, those that have waited longest first. Word of the same item is looked into once. */
final readonly class ObserveNotified
{
    /** So many at most at a time: some calls to the marketplace, and one transaction. There may be several of an item. */
    private const NOTIFICATIONS = 2 * MarketplaceClient::ITEMS_PER_CALL;

    public function __construct(private ObserveItems $observe)
    {
    }

    /**
     * The rows are held while the marketplace is asked: if that fails, or this process dies, they wait as before.
     *
     * @throws \App\Catalogue\Channels\ChannelUnavailable
     * @throws \App\Catalogue\Channels\ChannelRefused
     */
    public function handle(Channel $channel): void
    {
        DB::transaction(function () use ($channel): void {
            $waiting = DB::table('market_notifications')->where('channel_id', $channel->id)->whereNull('observed_at')
                ->orderBy('received_at')->limit(self::NOTIFICATIONS)->lock('FOR UPDATE SKIP LOCKED')->get(['webhook_id', 'item']);
            if ($waiting->isEmpty()) {
                return;
            }
            $items = $waiting->pluck('item')->unique()->values();
            $observed = $this->observe->handle($channel, array_values($items->all()));
            ObserveItemsJob::again($channel, $observed->missing);
            DB::table('market_notifications')->where('channel_id', $channel->id)->whereIn('webhook_id', $waiting->pluck('webhook_id'))->update(['observed_at' => now()]);
        });
    }
}
