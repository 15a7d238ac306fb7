<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Listing;
use App\Channels\Models\Channel;
use App\Channels\Ports\PastDay;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Market\Sale;
use Wrasse\Core\Money\Currency;

/** Writes a channel's report of past days: prices where they changed, sales of every day. */
final readonly class TakeHistory
{
    /** At which time of a past day its prices are shown. */
    private const TIME_OF_DAY = 'T06:00:00Z';

    /** What is further back is nothing that anybody looks at. */
    private const MOST_DAYS = 400;

    /** @param  list<PastDay>  $days  of one listing after the other, the oldest first */
    public function handle(Channel $channel, array $days): void
    {
        $from = now()->subDays(self::MOST_DAYS)->toDateString();
        $days = array_values(
            array_filter($days, fn (PastDay $day) => $day->date >= $from && $day->date <= now()->toDateString()),
        );
        $currency = Currency::of($channel->currency);
        $skus = array_values(array_unique(array_map(fn (PastDay $day) => $day->sku, $days)));
        $listings = Listing::query()->where('channel_id', $channel->id)->whereIn('sku', $skus)->pluck('id', 'sku');
        $observations = $sales = $last = [];
        foreach ($days as $day) {
            if (! $listings->has($day->sku)) {
                continue;
            }
            $listingId = (int) $listings[$day->sku];
            $price = $currency->parse($day->price);
            $offers = array_map(fn (array $offer) => array_diff_key($offer, ['name' => true]), $day->offers);
            if (($last[$listingId] ?? null) !== [$price, $offers, $day->holdsBuyBox]) {
                $last[$listingId] = [$price, $offers, $day->holdsBuyBox];
                $observations[] = RecordObservation::row(
                    $listingId,
                    $channel->workspace_id,
                    $price,
                    floor: null,
                    ceiling: null,
                    offers: json_encode($offers, JSON_THROW_ON_ERROR),
                    at: CarbonImmutable::parse($day->date.self::TIME_OF_DAY),
                    holdsBuyBox: $day->holdsBuyBox,
                );
            }
            $sales[] = [
                'listing_id' => $listingId,
                'workspace_id' => $channel->workspace_id,
                'day' => $day->date,
                'units' => $day->units,
                'revenue_minor' => (new Sale($day->units, $price))->revenue(),
                'in_stock' => $day->inStock,
            ];
        }
        RecordObservation::makeRoom(array_map(fn (PastDay $day) => $day->date, $days));
        foreach (array_chunk($observations, 500) as $rows) {
            RecordObservation::rows($rows);
        }
        foreach (array_chunk($sales, 1_000) as $rows) {
            DB::table('sales_days')->insertOrIgnore($rows);
        }
    }
}
