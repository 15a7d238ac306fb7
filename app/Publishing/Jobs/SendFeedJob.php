<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Publishing\Actions\SendFeed;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldQueue;

/**
 * Hands a feed to its channel. A worker does not wait for a channel: what becomes of it is asked later, and what could
 * not be sent comes again.
 */
final class SendFeedJob implements ShouldQueue
{
    use WorkspaceJob;

    public function __construct(public readonly int $workspaceId, public readonly string $feedId)
    {
        $this->onQueue('publish');
    }

    public function handle(SendFeed $send): void
    {
        $this->send($send);
    }

    /** Called within the workspace. */
    public function send(SendFeed $send): void
    {
        $send->handle($this->feedId);
        $feed = Feed::query()->findOrFail($this->feedId);
        if (in_array($feed->state, FeedState::WITH_CHANNEL, true)) {
            ConfirmFeedsJob::dispatchWhenDue($feed);
        }
        $again = $feed->state === FeedState::Sending ? $feed->nextJobAt() : null;
        if ($again !== null) {
            self::dispatch($this->workspaceId, $this->feedId)->delay($again);
        }
    }
}
