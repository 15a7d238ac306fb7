<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Alerts\Actions\SweepAlerts;
use App\Alerts\Jobs\LookAtListingsJob;
use App\Market\Events\MarketObserved;
use App\Support\Schedule\Sweeper;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class AlertsServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepAlerts::class], Sweeper::TAG);
    }

    public function boot(): void
    {
        // What has changed is written down by the database itself; this only has it looked at sooner than the sweep.
        Event::listen(
            MarketObserved::class,
            fn (MarketObserved $event) => LookAtListingsJob::dispatch($event->workspaceId)->afterCommit(),
        );
    }
}
