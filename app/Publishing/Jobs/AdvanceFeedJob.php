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

/** Walks a feed on for a few seconds; what takes longer is taken up again by the sweep when it is due. */
final class AdvanceFeedJob implements ShouldQueue
{
    use Dispatchable, InteractsWithQueue, Queueable;

    private const STAYS_SECONDS = 4.0;

    public int $tries = 3;

    public int $timeout = 25;

    public function __construct(public readonly int $workspaceId, public readonly string $feedId)
    {
        $this->onQueue('publish');
    }

    public function handle(CurrentWorkspace $workspace, AdvanceFeed $advance): void
    {
        $workspace->within($this->workspaceId, function () use ($advance): void {
            $until = microtime(true) + self::STAYS_SECONDS;
            while ($advance->handle($this->feedId)) {
                $feed = Feed::query()->find($this->feedId);
                if ($feed === null || $feed->state === 'closed') {
                    return;
                }
                $wait = max(0, (float) $feed->due_at->format('U.u') - microtime(true));
                if (microtime(true) + $wait > $until) {
                    return;
                }
                usleep((int) ($wait * 1_000_000) + 1_000);
            }
        });
    }
}
