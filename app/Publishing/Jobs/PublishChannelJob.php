<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Channels\Models\Channel;
use App\Publishing\Actions\ClaimQueuedChanges;
use App\Publishing\Actions\SendFeed;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Support\Facades\DB;

/** Sends what waits for a channel, a feed at a time. One waits at most; what is decided meanwhile goes along. */
final class PublishChannelJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock no longer holds that a killed process left: two at once do no harm. */
    public int $uniqueFor = 2;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('publish');
    }

    /**
     * Asked for once what it is to send can be seen: one that waits already might look before that, and there would be
     * none after it. Where this process dies in between, the sweep asks.
     */
    public static function afterCommit(int $workspaceId, int $channelId): void
    {
        DB::afterCommit(fn () => self::dispatch($workspaceId, $channelId));
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(ClaimQueuedChanges $claim, SendFeed $send): void
    {
        $channel = Channel::query()->findOrFail($this->channelId);
        $feeds = $claim->handle($channel);
        if (count($feeds) === ClaimQueuedChanges::FEEDS) {
            self::dispatch($this->workspaceId, $this->channelId);
        }
        $first = array_shift($feeds);
        // The others can be sent by other workers meanwhile.
        foreach ($feeds as $feed) {
            SendFeedJob::dispatch($this->workspaceId, $feed->id);
        }
        if ($first !== null) {
            (new SendFeedJob($this->workspaceId, $first->id))->send($send);
        }
    }
}
