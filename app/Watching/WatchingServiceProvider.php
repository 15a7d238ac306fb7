<?php

declare(strict_types=1);

namespace App\Watching;

use App\Support\Schedule\Sweeper;
use App\Watching\Actions\SweepWatches;
use Illuminate\Support\ServiceProvider;

final class WatchingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepWatches::class], Sweeper::TAG);
    }
}
