<?php

declare(strict_types=1);

namespace App\Market;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Events\ChannelAdded;
use App\Catalogue\Models\Channel;
use App\Market\Actions\NoticeNotifications;
use App\Market\Jobs\BringInChannelJob;
use Illuminate\Database\QueryException;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\ServiceProvider;

final class MarketServiceProvider extends ServiceProvider
{
    public function boot(): void
    {
        Event::listen(ChannelAdded::class, function (ChannelAdded $event): void {
            if (in_array(Channel::query()->findOrFail($event->channelId)->kind, ChannelKind::SOURCES, true)) {
                BringInChannelJob::dispatch($event->workspaceId, $event->channelId);
            }
        });
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
