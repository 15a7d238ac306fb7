<?php

declare(strict_types=1);

namespace App\Support;

use App\Support\Http\LimitHeavyRequests;
use App\Support\Retention\CreateMonthsAhead;
use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Events\ConnectionEstablished;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Date;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Vite;
use Illuminate\Support\ServiceProvider;

final class SupportServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->scoped(CurrentWorkspace::class);
        $this->app->scoped(LimitHeavyRequests::class);
        $this->app->tag([CreateMonthsAhead::class], Sweeper::TAG);
    }

    public function boot(): void
    {
        Date::use(CarbonImmutable::class);
        Model::unguard();
        Model::preventLazyLoading();
        Model::preventAccessingMissingAttributes();
        // No page is worth holding up all others: what takes longer is a job.
        Event::listen(ConnectionEstablished::class, function (ConnectionEstablished $event): void {
            if (! $this->app->runningInConsole()) {
                // A connection that was kept may hold what a request left that ended badly.
                $event->connection->unprepared(
                    'SET statement_timeout = '.
                        (int) config('database.web_statement_timeout_ms').
                        '; SELECT pg_advisory_unlock_all()',
                );
            }
        });
        // As far as ids go in the database.
        Route::pattern('id', '\d{1,18}');
        // Relative to the page: behind whatever name and port it is reached by.
        Vite::createAssetPathsUsing(fn (string $path) => "/{$path}");
        // A job makes tens of thousands of objects that go as they came: looking for cycles among them meanwhile takes
        // a fifth of its time. It is done between jobs.
        Queue::looping(function (): void {
            gc_disable();
            gc_collect_cycles();
        });
        RateLimiter::for(
            'api',
            fn (Request $request) => Limit::perMinute(3_000)->by(
                (string) ($request->user()?->getAuthIdentifier() ?? $request->ip()),
            ),
        );
    }
}
