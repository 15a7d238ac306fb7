<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Events\PricesSetByHand;
use App\Catalogue\Models\Listing;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;

/** Puts prices set by hand into the outbox. One that its limits no longer allow is left out: limits hold for people too. */
final readonly class QueueHandPrices
{
    public function __construct(private QueuePriceChanges $queue)
    {
    }

    public function handle(PricesSetByHand $event): void
    {
        $prices = [];
        foreach (Listing::query()->whereIn('id', array_keys($event->prices))->orderBy('id')->get() as $listing) {
            $price = $event->prices[$listing->id];
            if ($listing->floor_minor !== null && $listing->ceiling_minor !== null && $price >= $listing->floor_minor && $price <= $listing->ceiling_minor) {
                $prices[] = new DecidedPrice($listing->id, $listing->channel_id, $listing->is_draft, $listing->price_minor, null, $price, $listing->floor_minor, $listing->ceiling_minor, $event->userId);
            }
        }
        $this->queue->handle(new PricesDecided($event->workspaceId, $prices));
    }
}
