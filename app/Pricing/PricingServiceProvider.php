<?php

declare(strict_types=1);

namespace App\Pricing;

use App\Catalogue\Batches\FloorEffects;
use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Events\ListingsTouched;
use App\Market\Events\MarketObserved;
use App\Pricing\Deciding\ForeseeFloors;
use App\Pricing\Edits\SetRule;
use App\Pricing\Jobs\DecideListingsJob;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class PricingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SetRule::class], BulkEdits::TAG);
        $this->app->bind(FloorEffects::class, ForeseeFloors::class);
    }

    public function boot(): void
    {
        Event::listen(ListingsTouched::class, fn (ListingsTouched $event) => DecideListingsJob::dispatchInChunks($event->workspaceId, $event->listingIds, $event->cause));
        Event::listen(MarketObserved::class, fn (MarketObserved $event) => DecideListingsJob::dispatchInChunks($event->workspaceId, $event->listingIds, 'market'));
    }
}
