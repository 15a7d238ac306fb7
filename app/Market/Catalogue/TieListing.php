<?php

declare(strict_types=1);

namespace App\Market\Catalogue;

use App\Catalogue\Models\Listing;
use App\Market\Jobs\ObserveItemsJob;
use App\Market\Models\ListingMarket;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;

/** Says which entry of a channel's catalogue a draft will be: its offers are seen from then on. */
final readonly class TieListing
{
    /** @throws Conflict if the channel lists it already, and says itself what it is */
    public function handle(Listing $listing, string $item): Listing
    {
        DB::transaction(function () use ($listing, $item): void {
            $listing = Listing::query()->lockForUpdate()->findOrFail($listing->id);
            if (! $listing->is_draft) {
                throw new Conflict(Message::of('item_said_by_channel'));
            }
            $listing->item_ref = $item;
            $listing->version++;
            $listing->save();
            // What was seen of another item says nothing of this one.
            ListingMarket::query()->whereKey($listing->id)->delete();
            Announce::change($listing->workspace_id, Topic::Listings, [$listing->id]);
        });
        if ($item !== '') {
            ObserveItemsJob::dispatchInCalls($listing->channel, [$item]);
        }

        return $listing->refresh();
    }
}
