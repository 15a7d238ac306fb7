<?php

declare(strict_types=1);

namespace App\Screens;

use App\Accounts\Models\Workspace;
use App\Market\Events\HistoryTaken;
use App\Screens\Http\ListingFilterParameters;
use App\Screens\Positions\RecallPositions;
use App\Screens\Positions\RecallPositionsJob;
use App\Screens\Summaries\SweepSummaries;
use App\Support\OpenApi\ApiDocument;
use App\Support\Schedule\Sweeper;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\ServiceProvider;

final class ScreensServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepSummaries::class], Sweeper::TAG);
        ApiDocument::extend(ListingFilterParameters::addTo(...));
    }

    public function boot(): void
    {
        Event::listen(HistoryTaken::class, function (HistoryTaken $event): void {
            app(RecallPositions::class)->begin(Workspace::query()->findOrFail($event->workspaceId), RecallPositions::DAYS);
            RecallPositionsJob::dispatch($event->workspaceId)->afterCommit();
        });
    }
}
