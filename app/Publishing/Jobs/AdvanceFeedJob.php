<?php

declare(strict_types=1);

namespace App\Publishing\Jobs;

use App\Publishing\Actions\AdvanceFeed;
use App\Publishing\Models\Feed;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/**
 * Takes a feed one step on. A worker does not wait for a channel: what is due in a moment comes back with the next job, what takes longer is
 * taken up again by the sweep.
 */
final class AdvanceFeedJob implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    private const SOON_SECONDS = 4;

    public int $tries = 3;

    public int $timeout = 25;

    public function __construct(public readonly int $workspaceId, public readonly string $feedId)
    {
        $this->onQueue('publish');
    }

    public function handle(CurrentWorkspace $workspace, AdvanceFeed $advance): void
    {
        $workspace->within($this->workspaceId, fn () => $this->step($advance));
    }

    /** Called within the workspace. */
    public function step(AdvanceFeed $advance): void
    {
        do {
            if (! $advance->handle($this->feedId)) {
                return;
            }
            $feed = Feed::query()->find($this->feedId);
            // What has been worked through is most likely shown by now.
        } while ($feed?->state === 'reading_back' && $feed->due_at <= now());
        if ($feed === null || $feed->state === 'closed' || $feed->due_at > now()->addSeconds(self::SOON_SECONDS)) {
            return;
        }
        // The queue counts in whole seconds, from the one that has begun.
        $later = self::dispatch($this->workspaceId, $this->feedId)->delay($feed->due_at > now() ? $feed->due_at->addSecond()->startOfSecond() : null);
        if ($feed->state !== 'sending') {
            // What has been sent can wait until what has been seen has been answered.
            $later->onQueue('confirm');
        }
    }
}
