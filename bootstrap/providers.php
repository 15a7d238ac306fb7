<?php

declare(strict_types=1);

return [
    App\Support\SupportServiceProvider::class,
    App\Channels\ChannelsServiceProvider::class,
    App\Catalogue\CatalogueServiceProvider::class,
    App\Market\MarketServiceProvider::class,
    App\Watching\WatchingServiceProvider::class,
    App\Pricing\PricingServiceProvider::class,
    App\Publishing\PublishingServiceProvider::class,
    App\Sourcing\SourcingServiceProvider::class,
    App\Alerts\AlertsServiceProvider::class,
    App\Screens\ScreensServiceProvider::class,
];
