<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Publishing\Actions\SendFeed;
use App\Publishing\Models\Feed;
use App\Support\Queue\SurvivesKilledWorkers;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/** Hands a feed to its channel. A worker does not wait for a channel: what becomes of it is asked later, and what could not be sent comes again. */
final class SendFeedJob implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable, SurvivesKilledWorkers;

    public function __construct(public readonly int $workspaceId, public readonly string $feedId)
    {
        $this->onQueue('publish');
    }

    public function handle(CurrentWorkspace $workspace, SendFeed $send): void
    {
        $workspace->within($this->workspaceId, fn () => $this->send($send));
    }

    /** Called within the workspace. */
    public function send(SendFeed $send): void
    {
        $send->handle($this->feedId);
        $feed = Feed::query()->findOrFail($this->feedId);
        if (in_array($feed->state, Feed::WITH_CHANNEL, true)) {
            ConfirmFeedsJob::soon($this->workspaceId, $feed->channel_id, $feed->due_at);
        }
        $again = $feed->state === 'sending' ? Soon::after($feed->due_at) : null;
        if ($again !== null) {
            self::dispatch($this->workspaceId, $this->feedId)->delay($again);
        }
    }
}
