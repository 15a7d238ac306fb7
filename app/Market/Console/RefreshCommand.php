<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Models\Channel;
use App\Market\Jobs\ObserveItemsJob;
use App\Market\Jobs\ReadShopJob;
use App\Market\Marketplace\MarketplaceClient;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Looks again at listings nobody sent word of for a while: notifications can get lost. */
final class RefreshCommand extends Command
{
    protected $signature = 'market:refresh {--older-than=10 : minutes} {--most=400 : listings a channel}';

    protected $description = 'Look again at markets not seen for a while';

    public function handle(): int
    {
        foreach (Channel::query()->withoutGlobalScope('workspace')->where('kind', ChannelKind::Marketplace)->get() as $channel) {
            $items = DB::table('listings')->leftJoin('listing_markets', 'listing_id', '=', 'listings.id')
                ->where('channel_id', $channel->id)
                ->where(fn ($query) => $query->whereNull('seen_at')->orWhere('seen_at', '<', now()->subMinutes((int) $this->option('older-than'))))
                ->orderByRaw('seen_at NULLS FIRST')->limit((int) $this->option('most'))->pluck('item_ref');
            foreach ($items->unique()->chunk(MarketplaceClient::ITEMS_PER_CALL) as $chunk) {
                ObserveItemsJob::dispatch($channel->workspace_id, $channel->id, array_map(strval(...), array_values($chunk->all())));
            }
        }
        foreach (Channel::query()->withoutGlobalScope('workspace')->where('kind', ChannelKind::Shop)->where(fn ($query) => $query->whereNull('synced_at')->orWhere('synced_at', '<', now()->subMinutes((int) $this->option('older-than'))))->get() as $shop) {
            ReadShopJob::dispatch($shop->workspace_id, $shop->id);
        }

        return self::SUCCESS;
    }
}
