<?php

declare(strict_types=1);

namespace App\Market;

use App\Channels\Events\ChannelAdded;
use App\Channels\Models\Channel;
use App\Market\Actions\NoticeNotifications;
use App\Market\Actions\StartImport;
use App\Market\Actions\SweepImports;
use App\Support\Schedule\Sweeper;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\ServiceProvider;

final class MarketServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->tag([SweepImports::class], Sweeper::TAG);
    }

    public function boot(): void
    {
        Event::listen(
            ChannelAdded::class,
            fn (ChannelAdded $event) => app(StartImport::class)->handle(
                Channel::query()->findOrFail($event->channelId),
                isFirst: true,
            ),
        );
        Queue::looping(function (): void {
            try {
                app(NoticeNotifications::class)->handle();
            } catch (QueryException $e) {
                // The worker meets the same trouble a moment later, and knows how to end.
                report($e);
            }
        });
    }
}
