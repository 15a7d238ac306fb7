<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Catalogue\Models\Channel;
use App\Publishing\Actions\AdvanceFeed;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Sends what waits for a channel, a feed at a time. One waits at most; what is decided meanwhile goes along. */
final class PublishChannelJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 3;

    public int $timeout = 25;

    /** Seconds after which a lock no longer holds that a killed process left, or a transaction that was taken back: two at once do no harm. */
    public int $uniqueFor = 2;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('publish');
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(CurrentWorkspace $workspace, ClaimQueuedChanges $claim, AdvanceFeed $advance): void
    {
        $workspace->within($this->workspaceId, function () use ($claim, $advance): void {
            $channel = Channel::query()->findOrFail($this->channelId);
            $feeds = $claim->handle($channel);
            if (count($feeds) === ClaimQueuedChanges::FEEDS) {
                self::dispatch($this->workspaceId, $this->channelId);
            }
            $first = array_shift($feeds);
            // The others can be sent by other workers meanwhile.
            foreach ($feeds as $feed) {
                AdvanceFeedJob::dispatch($this->workspaceId, $feed->id);
            }
            if ($first !== null) {
                (new AdvanceFeedJob($this->workspaceId, $first->id))->step($advance);
            }
        });
    }
}
