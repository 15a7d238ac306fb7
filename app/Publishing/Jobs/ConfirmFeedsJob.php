<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Channels\Models\Channel;
use App\Publishing\Actions\ConfirmFeeds;
use App\Publishing\Models\Feed;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Asks a channel what became of what it was sent. One waits at most; it comes again as long as a feed is due soon. */
final class ConfirmFeedsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock no longer holds that a killed process left: two at once do no harm. */
    public int $uniqueFor = 8;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        // What has been sent can wait until what has been seen has been answered.
        $this->onQueue('confirm');
    }

    /** Unless that is so far ahead that the sweep will see to it. */
    public static function dispatchWhenDue(Feed $feed): void
    {
        $at = $feed->nextJobAt();
        if ($at !== null) {
            self::dispatch($feed->workspace_id, $feed->channel_id)->delay($at);
        }
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(ConfirmFeeds $confirm): void
    {
        $next = $confirm->handle(Channel::query()->findOrFail($this->channelId));
        if ($next !== null) {
            self::dispatchWhenDue($next);
        }
    }
}
