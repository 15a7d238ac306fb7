<?php

declare(strict_types=1);

namespace App\Market\Jobs;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Market\Actions\ObserveItems;
use App\Support\Queue\WorkspaceJob;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** Observes some items of which no notification came for a while. */
final class ObserveItemsJob implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WorkspaceJob;

    /** Seconds after which a lock left by a killed process no longer holds. */
    public int $uniqueFor = 15;

    private const SECONDS_UNTIL_AGAIN = 30;

    /**
     * @param  list<string>  $items  as many as can be asked about in one call
     * @param  bool  $isRepeat  because the last answer lacked them; when this one does so too, they wait for their next
     *     turn
     */
    public function __construct(
        public readonly int $workspaceId,
        public readonly int $channelId,
        public readonly array $items,
        public readonly bool $isRepeat = false,
    ) {
        $this->onQueue('market');
    }

    /** @param  list<string>  $items */
    public static function dispatchInCalls(Channel $channel, array $items): void
    {
        foreach (array_chunk($items, self::itemsPerCall($channel)) as $some) {
            self::dispatch($channel->workspace_id, $channel->id, $some);
        }
    }

    /** @param  list<string>  $missing  items that an answer lacked */
    public static function again(Channel $channel, array $missing): void
    {
        foreach (array_chunk($missing, self::itemsPerCall($channel)) as $items) {
            self::dispatch($channel->workspace_id, $channel->id, $items, true)->delay(self::SECONDS_UNTIL_AGAIN);
        }
    }

    public function uniqueId(): string
    {
        return $this->channelId.':'.hash('xxh128', implode(',', $this->items));
    }

    public function handle(ObserveItems $observe, CircuitBreaker $breaker): void
    {
        $channel = Channel::query()->findOrFail($this->channelId);
        // While the circuit is open nothing is looked at: that is made up for in a while anyway.
        $problem = $breaker->run($channel, function () use ($observe, $channel): void {
            $missing = $observe->handle($channel, $this->items)->missing;
            if (! $this->isRepeat) {
                self::again($channel, $missing);
            }
        });
        match (true) {
            $problem instanceof ChannelUnavailable => $this->release($problem->retryAfter),
            $problem instanceof ChannelRefused => $this->fail($problem),
            default => null,
        };
    }

    /** @return positive-int */
    private static function itemsPerCall(Channel $channel): int
    {
        return max(1, DriverRegistry::itemsPerCall($channel));
    }
}
