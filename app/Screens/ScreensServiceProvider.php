<?php

declare(strict_types=1);

namespace App\Screens;

use App\Screens\Http\ListingFilterParameters;
use App\Support\OpenApi\ApiDocument;
use Illuminate\Support\ServiceProvider;

final class ScreensServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        ApiDocument::extend(ListingFilterParameters::addTo(...));
    }
}
