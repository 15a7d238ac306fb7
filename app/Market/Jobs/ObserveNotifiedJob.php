<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Channels\ChannelRefused;
use App\Channels\CircuitBreaker;
use App\Channels\Models\Channel;
use App\Market\Actions\ObserveNotified;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/**
 * Observes items that a marketplace has sent notifications of. One such job waits at most; what it leaves, and what
 * comes meanwhile, is noticed by the next worker.
 */
final class ObserveNotifiedJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    public function __construct(public readonly int $workspaceId, public readonly int $channelId)
    {
        $this->onQueue('market');
    }

    public function uniqueId(): string
    {
        return (string) $this->channelId;
    }

    public function handle(ObserveNotified $observe, CircuitBreaker $breaker): void
    {
        $channel = Channel::query()->findOrFail($this->channelId);
        $problem = $breaker->run($channel, fn () => $observe->handle($channel));
        if ($problem instanceof ChannelRefused) {
            $this->fail($problem);
        }
    }
}
