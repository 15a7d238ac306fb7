<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;

/**
 * Puts decided prices into the outbox, in the transaction of the decisions. What has not left yet is replaced; what has left is
 * let through first, and the listing is decided on again when it has settled.
 */
final readonly class QueuePriceChanges
{
    private const REFUSED_PRICE_RESTS_HOURS = 6;

    public function handle(PricesDecided $event): void
    {
        $channels = [];
        foreach ($event->prices as $price) {
            if ($price->listing->is_draft) {
                $this->write($price);
            } elseif ($this->queue($price)) {
                $channels[$price->listing->channel_id] = true;
            }
        }
        foreach (array_keys($channels) as $channel) {
            PublishChannelJob::dispatch($event->workspaceId, $channel);
        }
    }

    private function queue(DecidedPrice $decided): bool
    {
        $listing = $decided->listing;
        $open = PriceChange::query()->where('listing_id', $listing->id)->whereIn('state', ChangeState::OPEN)->lockForUpdate()->first();
        if ($open !== null && ($open->state !== ChangeState::Queued || $open->to_minor === $decided->price)) {
            return false;
        }
        if ($this->wasRefusedLately($listing->id, $decided->price)) {
            return false;
        }
        $open?->update(['state' => ChangeState::Superseded, 'settled_at' => now()]);
        PriceChange::query()->create([
            'channel_id' => $listing->channel_id, 'listing_id' => $listing->id, 'decision_id' => $decided->decisionId,
            'from_minor' => $listing->price_minor, 'to_minor' => $decided->price, 'floor_minor' => $decided->floor, 'ceiling_minor' => $decided->ceiling,
            'state' => ChangeState::Queued, 'due_at' => now(), 'queued_at' => now(), 'user_id' => $decided->userId,
        ]);

        return true;
    }

    /** No channel shows a draft yet: it has its new price at once. */
    private function write(DecidedPrice $decided): void
    {
        $listing = $decided->listing;
        PriceChange::query()->create([
            'channel_id' => $listing->channel_id, 'listing_id' => $listing->id, 'decision_id' => $decided->decisionId, 'from_minor' => $listing->price_minor,
            'to_minor' => $decided->price, 'floor_minor' => $decided->floor, 'ceiling_minor' => $decided->ceiling,
            'state' => ChangeState::Confirmed, 'due_at' => now(), 'queued_at' => now(), 'settled_at' => now(), 'user_id' => $decided->userId,
        ]);
        $listing->update(['price_minor' => $decided->price, 'last_changed_at' => now()]);
    }

    /** The same price is not offered again and again to a channel that would not take it. */
    private function wasRefusedLately(int $listingId, int $price): bool
    {
        return PriceChange::query()->where('listing_id', $listingId)->where('state', ChangeState::Refused)->where('to_minor', $price)
            ->where('settled_at', '>', now()->subHours(self::REFUSED_PRICE_RESTS_HOURS))->exists();
    }
}
