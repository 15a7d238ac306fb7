<?php

declare(strict_types=1);

namespace App\Sourcing;

use App\Sourcing\Actions\FollowSource;
use App\Sourcing\Actions\SweepStocks;
use App\Support\Schedule\Sweeper;
use App\Watching\Events\ReadingCounted;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class SourcingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepStocks::class], Sweeper::TAG);
    }

    public function boot(): void
    {
        Event::listen(
            ReadingCounted::class,
            fn (ReadingCounted $event) => app(FollowSource::class)->handle($event->workspaceId, $event->watchId),
        );
    }
}
