<?php

declare(strict_types=1);

namespace App\Market\Console;

use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\ListingSource;
use App\Channels\Ports\OfferSource;
use App\Market\Actions\StartImport;
use App\Market\Jobs\ObserveItemsJob;
use App\Support\Tenancy\AcrossWorkspaces;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Looks again at what nobody sent word of for a while: markets, as word can get lost, and the listings that channels have of ours. */
final class RefreshCommand extends Command
{
    /** Where offers are seen, prices and stock at nothing are seen with them. */
    private const LISTINGS_EVERY_MINUTES_WITH_OFFERS = 360;

    protected $signature = 'market:refresh {--older-than=10 : minutes} {--most=400 : listings a channel}';

    protected $description = 'Look again at markets and listings not seen for a while';

    public function handle(CurrentWorkspace $workspace, StartImport $import): int
    {
        foreach (AcrossWorkspaces::query(Channel::class)->orderBy('id')->get() as $channel) {
            $hasOffers = DriverRegistry::has($channel, OfferSource::class);
            if ($hasOffers) {
                $this->observe($channel);
            }
            $minutes = $hasOffers ? self::LISTINGS_EVERY_MINUTES_WITH_OFFERS : (int) $this->option('older-than');
            if (
                DriverRegistry::has($channel, ListingSource::class) &&
                ($channel->synced_at === null || $channel->synced_at < now()->subMinutes($minutes))
            ) {
                $workspace->within($channel->workspace_id, fn () => $import->handle($channel, isFirst: false));
            }
        }

        return self::SUCCESS;
    }

    private function observe(Channel $channel): void
    {
        $items = DB::table('listings')
            ->leftJoin('listing_markets', 'listing_id', '=', 'listings.id')
            ->where('channel_id', $channel->id)
            ->where(
                fn ($query) => $query
                    ->whereNull('seen_at')
                    ->orWhere('seen_at', '<', now()->subMinutes((int) $this->option('older-than'))),
            )
            ->orderByRaw('seen_at NULLS FIRST')
            ->limit((int) $this->option('most'))
            ->pluck('item_ref')
            ->unique()
            ->map(strval(...));
        ObserveItemsJob::dispatchInCalls($channel, array_values($items->all()));
    }
}
