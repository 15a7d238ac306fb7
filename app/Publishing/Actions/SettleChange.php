<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Models\Listing;
use App\Market\Actions\RecordObservation;
use App\Market\Models\ListingMarket;
use App\Pricing\Jobs\DecideListingsJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Live\Announce;

/** What becomes of a price change. Called within a transaction. */
final readonly class SettleChange
{
    private const TRIES = 5;

    /**
     * The channel shows the new prices.
     *
     * @param  list<PriceChange>  $changes  of one channel
     */
    public function confirmed(array $changes): void
    {
        $listings = Listing::query()->whereIn('id', array_map(fn (PriceChange $change) => $change->listing_id, $changes))->orderBy('id')->lockForUpdate()->get()->keyBy('id');
        $markets = ListingMarket::query()->whereIn('listing_id', $listings->keys())->get()->keyBy('listing_id');
        foreach ($changes as $change) {
            $listing = $listings[$change->listing_id];
            $listing->update(['price_minor' => $change->to_minor, 'last_changed_at' => now()]);
            $this->end($change, ChangeState::Confirmed, null);
            (new RecordObservation)->handle($listing, $markets[$listing->id]->offers ?? [], now());
        }
        if ($changes !== []) {
            // The markets may have moved while these changes were on their way.
            DecideListingsJob::dispatchInChunks($changes[0]->workspace_id, array_values($listings->modelKeys()), 'market');
        }
    }

    /** The channel said no: tried again after a while, a few times. */
    public function refused(PriceChange $change, string $message): void
    {
        $attempts = $change->attempts + 1;
        if ($attempts >= self::TRIES) {
            $this->refusedForGood($change, $message);

            return;
        }
        $change->update([
            'state' => ChangeState::Queued, 'feed_id' => null, 'attempts' => $attempts, 'problem' => $message,
            'due_at' => now()->addSeconds(5 * 3 ** ($attempts - 1)),
        ]);
        $this->announce($change);
    }

    public function refusedForGood(PriceChange $change, string $message): void
    {
        $this->end($change, ChangeState::Refused, $message);
    }

    /** The channel took the new price and still shows another. */
    public function drifted(PriceChange $change, ?string $shown): void
    {
        $this->end($change, ChangeState::Drifted, $shown === null ? 'The channel no longer shows this listing.' : "The channel accepted the price and shows {$shown}.");
    }

    private function end(PriceChange $change, ChangeState $state, ?string $problem): void
    {
        $change->update(['state' => $state, 'problem' => $problem, 'settled_at' => now()]);
        $this->announce($change);
    }

    private function announce(PriceChange $change): void
    {
        Announce::change($change->workspace_id, 'changes', [$change->id]);
        Announce::change($change->workspace_id, 'listings', [$change->listing_id]);
    }
}
