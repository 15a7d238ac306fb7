<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Channels\ChannelRefused;
use App\Channels\CircuitBreaker;
use App\Channels\Models\Channel;
use App\Market\Actions\FetchChanges;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Fetches notifications of changed offers from a channel that queues them. Dispatched every other second. */
final class FetchChangesJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 10;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('market');
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(FetchChanges $fetch, CircuitBreaker $breaker): void
    {
        $channel = Channel::query()->findOrFail($this->channelId);
        $problem = $breaker->run($channel, fn () => $fetch->handle($channel));
        if ($problem instanceof ChannelRefused) {
            $this->fail($problem);
        }
    }
}
