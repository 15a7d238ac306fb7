<?php

declare(strict_types=1);

namespace App\Catalogue;

use App\Catalogue\Actions\CopyListings;
use App\Catalogue\Edits\BulkEdits;
use App\Catalogue\Edits\SetAutomation;
use App\Catalogue\Edits\SetCost;
use App\Catalogue\Edits\SetLimit;
use App\Catalogue\Edits\SetMarkupPrice;
use App\Catalogue\Edits\SetPrice;
use App\Catalogue\Edits\SetPrices;
use App\Catalogue\Edits\SetProduct;
use App\Catalogue\Edits\SetSupplier;
use App\Channels\Events\ChannelAdded;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class CatalogueServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag(
            [
                SetCost::class,
                SetLimit::class,
                SetSupplier::class,
                SetAutomation::class,
                SetPrice::class,
                SetPrices::class,
                SetMarkupPrice::class,
                SetProduct::class,
            ],
            BulkEdits::TAG,
        );
        $this->app->when(BulkEdits::class)->needs('$edits')->giveTagged(BulkEdits::TAG);
    }

    public function boot(): void
    {
        Event::listen(ChannelAdded::class, fn (ChannelAdded $event) => app(CopyListings::class)->handle($event));
    }
}
