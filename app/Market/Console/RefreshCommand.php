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
use App\Support\Tenancy\EachWorkspace;
use Illuminate\Console\Command;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/**
 * Observes again what no notification came of for a while: markets, as notifications can get lost, and the listings
 * that channels have of ours.
 */
final class RefreshCommand extends Command
{
    /** Where offers are seen, prices and stock at nothing are seen with them. */
    private const LISTINGS_EVERY_MINUTES_WITH_OFFERS = 360;

    protected $signature = 'market:refresh {--older-than=10 : minutes} {--most=400 : listings a channel}';

    protected $description = 'Look again at markets and listings not seen for a while';

    public function handle(EachWorkspace $each, StartImport $import): int
    {
        $channels = AcrossWorkspaces::query(Channel::class)->orderBy('id')->get();
        $isWell = $each->of($channels, function (Channel $channel) use ($import): void {
            $hasOffers = DriverRegistry::has($channel, OfferSource::class);
            if ($hasOffers) {
                ObserveItemsJob::dispatchInCalls($channel, $this->longestUnseen($channel));
            }
            $minutes = $hasOffers ? self::LISTINGS_EVERY_MINUTES_WITH_OFFERS : (int) $this->option('older-than');
            if (
                DriverRegistry::has($channel, ListingSource::class) &&
                ($channel->synced_at === null || $channel->synced_at < now()->subMinutes($minutes))
            ) {
                $import->handle($channel, isFirst: false);
            }
        });

        return $isWell ? self::SUCCESS : self::FAILURE;
    }

    /** @return list<string> items: those never seen, then those seen longest ago */
    private function longestUnseen(Channel $channel): array
    {
        $most = (int) $this->option('most');
        $unseen = DB::table('listings as l')
            ->where('l.workspace_id', $channel->workspace_id)
            ->where('l.channel_id', $channel->id)
            ->whereNotExists(fn (Builder $seen) => $seen->from('listing_markets as m')->whereColumn('m.listing_id', 'l.id'))
            ->limit($most)
            ->pluck('l.item_ref');
        $old = DB::table('listing_markets as m')
            ->join('listings as l', 'l.id', '=', 'm.listing_id')
            ->where('m.workspace_id', $channel->workspace_id)
            ->where('m.seen_at', '<', now()->subMinutes((int) $this->option('older-than')))
            ->where('l.channel_id', $channel->id)
            ->orderBy('m.seen_at')
            ->limit($most)
            ->pluck('l.item_ref');

        return array_values($unseen->concat($old)->unique()->take($most)->map(strval(...))->all());
    }
}
