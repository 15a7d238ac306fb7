<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Catalogue\Events\ListingsTouched;
use App\Pricing\Jobs\DecideListingsJob;
use App\Pricing\Runs\RunGuard;

/**
 * Listings are decided on again after something they are priced from has changed: many of them in a run, so that a
 * brake can stop it.
 */
final readonly class DecideTouched
{
    public function __construct(private StartRun $start)
    {
    }

    public function handle(ListingsTouched $event): void
    {
        match (true) {
            $event->key !== null => $this->start->more(
                $event->workspaceId,
                $event->listingIds,
                $event->cause,
                $event->key,
            ),
            count($event->listingIds) < RunGuard::LEAST => DecideListingsJob::dispatchInChunks(
                $event->workspaceId,
                $event->listingIds,
                $event->cause,
            ),
            default => $this->start->over($event->workspaceId, $event->listingIds, $event->cause),
        };
    }
}
