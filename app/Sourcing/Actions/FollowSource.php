<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Sourcing\Models\ListingSource;
use App\Watching\Actions\PublishWebOffers;
use App\Watching\Models\Watch;
use App\Watching\Trust\FoundOffer;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\PurchaseCost;

/** Has listings follow the page that they are bought from, after a reading of it that is believed. */
final readonly class FollowSource
{
    public function __construct(private QueueStock $stock, private TakeSourceCost $cost)
    {
    }

    public function handle(int $workspaceId, int $watchId): void
    {
        $watch = Watch::query()->with('site')->findOrFail($watchId);
        if ($watch->good === null) {
            return;
        }
        foreach (ListingSource::query()->where('watch_id', $watchId)->orderBy('id')->pluck('id') as $id) {
            DB::transaction(fn () => $this->follow(Workspace::query()->findOrFail($workspaceId), $watch, $watch->good, (int) $id));
        }
    }

    private function follow(Workspace $workspace, Watch $watch, FoundOffer $offer, int $sourceId): void
    {
        $source = ListingSource::query()->lockForUpdate()->findOrFail($sourceId);
        if ($source->follows_stock) {
            $this->followStock($source, $offer);
        }
        if ($offer->isInStock()) {
            $source->cost_minor = self::cost($source, $watch, $offer);
            $source->cost_currency = $offer->currency;
            $source->cost_at = $offer->readAt;
        }
        $source->save();
        if ($source->follows_cost && $offer->isInStock()) {
            $this->cost->handle($workspace, $source, $offer->reading);
        }
    }

    private function followStock(ListingSource $source, FoundOffer $offer): void
    {
        if (! $offer->isInStock()) {
            $source->good_in_row = 0;
            if (! $source->is_out) {
                $source->is_out = true;
                $source->stock_before = Listing::query()->whereKey($source->listing_id)->value('stock');
                $this->stock->handle($source, 0, 'sold_out', $offer->reading);
            }

            return;
        }
        if ($source->is_out && ++$source->good_in_row >= $source->back_after) {
            $source->is_out = false;
            $source->good_in_row = 0;
            $stock = $source->stock_back ?? $source->stock_before;
            if ($stock !== null && $stock > 0) {
                $this->stock->handle($source, $stock, 'back', $offer->reading);
            }
        }
    }

    private static function cost(ListingSource $source, Watch $watch, FoundOffer $offer): int
    {
        $currency = Currency::of($offer->currency);
        $shipping = $offer->shipping ?? PublishWebOffers::shipping($watch->site, $offer) ?? '0';

        return PurchaseCost::of(
            $currency->parse($offer->price),
            $currency->parse($shipping),
            $source->added_minor,
            $source->tax_percent === null ? null : Percent::parse($source->tax_percent),
        );
    }
}
