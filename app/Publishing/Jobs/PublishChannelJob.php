<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Catalogue\Models\Channel;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Sends what waits for a channel, a feed at a time. */
final class PublishChannelJob implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 3;

    public int $timeout = 25;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('publish');
    }

    public function handle(CurrentWorkspace $workspace, ClaimQueuedChanges $claim): void
    {
        $workspace->within($this->workspaceId, function () use ($claim): void {
            $channel = Channel::query()->findOrFail($this->channelId);
            while (($feed = $claim->handle($channel)) !== null) {
                AdvanceFeedJob::dispatch($this->workspaceId, $feed->id);
            }
        });
    }
}
