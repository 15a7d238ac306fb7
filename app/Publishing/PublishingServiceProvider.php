<?php

declare(strict_types=1);

namespace App\Publishing;

use App\Catalogue\Events\SwitchTurned;
use App\Market\Actions\ChangesOnTheirWay;
use App\Market\Rivals\OwnPriceMoves;
use App\Pricing\Deciding\RecentChanges;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Events\RunDiscarded;
use App\Pricing\Events\RunHeld;
use App\Pricing\Events\RunReleased;
use App\Pricing\Runs\PricesUnderWay;
use App\Publishing\Actions\CountRecentChanges;
use App\Publishing\Actions\FindChangesOnTheirWay;
use App\Publishing\Actions\FindPricesUnderWay;
use App\Publishing\Actions\FollowRuns;
use App\Publishing\Actions\FollowSwitches;
use App\Publishing\Actions\QueuePriceChanges;
use App\Publishing\Actions\SweepChanges;
use App\Publishing\Actions\SweepUndos;
use App\Support\Schedule\Sweeper;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class PublishingServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepChanges::class, SweepUndos::class], Sweeper::TAG);
        $this->app->bind(ChangesOnTheirWay::class, FindChangesOnTheirWay::class);
        $this->app->bind(PricesUnderWay::class, FindPricesUnderWay::class);
        $this->app->bind(OwnPriceMoves::class, ConfirmedMoves::class);
        $this->app->bind(RecentChanges::class, CountRecentChanges::class);
    }

    public function boot(): void
    {
        Event::listen(SwitchTurned::class, fn (SwitchTurned $event) => app(FollowSwitches::class)->turned($event));
        Event::listen(PricesDecided::class, fn (PricesDecided $event) => app(QueuePriceChanges::class)->handle($event));
        Event::listen(RunHeld::class, fn (RunHeld $event) => app(FollowRuns::class)->held($event));
        Event::listen(RunReleased::class, fn (RunReleased $event) => app(FollowRuns::class)->released($event));
        Event::listen(RunDiscarded::class, fn (RunDiscarded $event) => app(FollowRuns::class)->discarded($event));
    }
}
