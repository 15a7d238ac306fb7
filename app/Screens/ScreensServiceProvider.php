<?php

declare(strict_types=1);

namespace App\Screens;

use App\Screens\Http\ListingFilterParameters;
use App\Screens\Summaries\SweepSummaries;
use App\Support\OpenApi\ApiDocument;
use App\Support\Schedule\Sweeper;
use Illuminate\Support\ServiceProvider;

final class ScreensServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepSummaries::class], Sweeper::TAG);
        ApiDocument::extend(ListingFilterParameters::addTo(...));
    }
}
