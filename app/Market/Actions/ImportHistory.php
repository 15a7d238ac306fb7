<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Listing;
use App\Market\Marketplace\MarketplaceClient;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Market\Sale;
use Wrasse\Core\Money\Currency;

/** Brings in a marketplace's report of past days: prices where they changed, sales of every day. */
final readonly class ImportHistory
{
    public function handle(Channel $channel, int $days): void
    {
        $client = new MarketplaceClient($channel);
        $currency = Currency::of($channel->currency);
        $listings = Listing::query()->where('channel_id', $channel->id)->get()->keyBy('sku');
        $last = [];
        for ($ago = $days; $ago >= 1; $ago--) {
            $observations = $sales = [];
            foreach ($client->history($ago) as $entry) {
                $listing = $listings->get($entry['sku']);
                if ($listing === null) {
                    continue;
                }
                $price = $currency->parse($entry['price']);
                $state = [$price, $entry['offers']];
                if (($last[$listing->id] ?? null) !== $state) {
                    $observations[] = RecordObservation::row($listing->id, $channel->workspace_id, $price, null, null, json_encode($entry['offers'], JSON_THROW_ON_ERROR), CarbonImmutable::parse($entry['date'].'T06:00:00Z'));
                    $last[$listing->id] = $state;
                }
                $sales[] = [
                    'listing_id' => $listing->id, 'workspace_id' => $channel->workspace_id, 'day' => $entry['date'], 'units' => $entry['units'],
                    'revenue_minor' => (new Sale($entry['units'], $price))->revenue(), 'in_stock' => $entry['in_stock'],
                ];
            }
            foreach (array_chunk($observations, 500) as $rows) {
                DB::table('market_observations')->insertOrIgnore($rows);
            }
            foreach (array_chunk($sales, 1_000) as $rows) {
                DB::table('sales_days')->insertOrIgnore($rows);
            }
        }
    }
}
