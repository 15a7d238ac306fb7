<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Channel;
use App\Catalogue\Models\Listing;
use App\Market\Events\MarketObserved;
use App\Market\Events\PriceChangedElsewhere;
use App\Market\Marketplace\MarketplaceClient;
use App\Market\Models\ListingMarket;
use App\Market\Models\Rival;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;

/** Fetches the offers on some items and makes them the current market of our listings there. */
final readonly class ObserveItems
{
    /** What is kept of an offer, and what it is taken to be where nothing is kept: offers are read by the million. */
    private const OFFER = [
        'seller' => '', 'price' => '', 'shipping' => '0.00', 'condition' => 'new', 'fulfilment' => 'merchant', 'in_stock' => true, 'buy_box' => false, 'rating_percent' => null, 'rating_count' => null,
        'handling_days' => null, 'ship_from' => null, 'marketplace_retail' => false,
    ];

    public function __construct(private ShownPrice $shown)
    {
    }

    /**
     * @param  list<string>  $items  up to 20
     * @return int how many markets had changed
     */
    public function handle(Channel $channel, array $items): int
    {
        $askedAt = now();
        $offers = (new MarketplaceClient($channel))->offers($items);

        return DB::transaction(function () use ($channel, $items, $offers, $askedAt): int {
            $listings = Listing::query()->where('channel_id', $channel->id)->whereIn('item_ref', $items)->orderBy('id')->lockForUpdate()->get();
            $markets = ListingMarket::query()->whereIn('listing_id', $listings->pluck('id'))->get()->keyBy('listing_id');
            $this->rememberRivals($channel, $offers);
            $same = $new = $observations = $changed = [];
            foreach ($listings as $listing) {
                $before = $markets->get($listing->id);
                // Another process has asked later and was quicker.
                if ($before !== null && $before->seen_at > $askedAt) {
                    continue;
                }
                $all = $offers[$listing->item_ref] ?? [];
                $rivals = $this->rivals($channel, $all);
                $row = ['listing_id' => $listing->id, 'workspace_id' => $listing->workspace_id, 'offers' => json_encode($rivals, JSON_THROW_ON_ERROR), 'seen_at' => $askedAt->format('Y-m-d H:i:s.u'), 'changed_at' => $askedAt];
                $isMoved = $before === null || $before->offers != $rivals;
                $isMoved ? $new[] = $row : $same[] = $row;
                if ($this->own($channel, $listing, $all) || $isMoved) {
                    $observations[] = RecordObservation::row($listing->id, $listing->workspace_id, $listing->price_minor, $listing->floor_minor, $listing->ceiling_minor, $rivals, $askedAt);
                    $changed[] = $listing->id;
                }
            }
            ListingMarket::query()->upsert($new, ['listing_id'], ['offers', 'seen_at', 'changed_at']);
            ListingMarket::query()->upsert($same, ['listing_id'], ['seen_at']);
            RecordObservation::rows($observations);
            if ($changed !== []) {
                event(new MarketObserved($channel->workspace_id, $changed));
            }

            return count($changed);
        });
    }

    /**
     * @param  list<array<string, mixed>>  $all
     * @return list<array<string, mixed>>
     */
    private function rivals(Channel $channel, array $all): array
    {
        $rivals = [];
        foreach ($all as $offer) {
            if ($offer['seller'] !== $channel->seller) {
                $rivals[] = array_filter(array_intersect_key($offer, self::OFFER), fn (mixed $value, string $field) => $value !== self::OFFER[$field], ARRAY_FILTER_USE_BOTH);
            }
        }

        return $rivals;
    }

    /**
     * Takes over what the marketplace shows of our own offer.
     *
     * @param  list<array<string, mixed>>  $all
     * @return bool whether anything was different
     */
    private function own(Channel $channel, Listing $listing, array $all): bool
    {
        $own = collect($all)->firstWhere('seller', $channel->seller);
        $price = $this->shown->setElsewhere($listing, $own['price'] ?? null, Currency::of($channel->currency));
        $listing->fill(['holds_buy_box' => (bool) ($own['buy_box'] ?? false), 'price_minor' => $price ?? $listing->price_minor]);
        if ($listing->isClean()) {
            return false;
        }
        $listing->save();
        if ($price !== null) {
            event(new PriceChangedElsewhere($listing->workspace_id, $listing->id));
        }

        return true;
    }

    /** @param  array<string, list<array<string, mixed>>>  $offers */
    private function rememberRivals(Channel $channel, array $offers): void
    {
        $rivals = [];
        foreach ($offers as $ofItem) {
            foreach ($ofItem as $offer) {
                if ($offer['seller'] !== $channel->seller) {
                    $rivals[$offer['seller']] = ['workspace_id' => $channel->workspace_id, 'channel_id' => $channel->id, 'seller' => $offer['seller'], 'name' => $offer['name'] ?? $offer['seller']];
                }
            }
        }
        $known = Rival::query()->where('channel_id', $channel->id)->whereIn('seller', array_column($rivals, 'seller'))->pluck('name', 'seller');
        $rivals = array_filter($rivals, fn (array $rival) => ($known[$rival['seller']] ?? null) !== $rival['name']);
        ksort($rivals);
        Rival::query()->upsert(array_values($rivals), ['channel_id', 'seller'], ['name']);
    }
}
