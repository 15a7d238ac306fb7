<?php

declare(strict_types=1);

namespace App\Watching;

use App\Catalogue\Batches\WritesItsRows;
use App\Catalogue\Events\RatesChanged;
use App\Support\Schedule\Sweeper;
use App\Watching\Actions\PublishWebOffers;
use App\Watching\Actions\SweepWatches;
use App\Watching\Crawling\SweepCrawls;
use App\Watching\Imports\WatchFile;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class WatchingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepWatches::class, SweepCrawls::class], Sweeper::TAG);
        $this->app->bind(WritesItsRows::PREFIX.WatchFile::KIND, WatchFile::class);
    }

    public function boot(): void
    {
        Event::listen(
            RatesChanged::class,
            fn (RatesChanged $event) => app(PublishWebOffers::class)->inCurrencies($event->workspaceId, $event->currencies),
        );
    }
}
