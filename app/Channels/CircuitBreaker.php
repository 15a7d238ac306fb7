<?php

declare(strict_types=1);

namespace App\Channels;

use App\Channels\Models\Channel;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use Closure;

/**
 * Stops calls to a channel that fails again and again (Nygard, Release It!): the circuit opens for a while that grows
 * with each failure, lets one call through when that is over, and closes when a call succeeds. A wait that the channel
 * asks for is kept from the first failure on.
 */
final readonly class CircuitBreaker
{
    /** Failures in a row after which the circuit opens though the channel asked for no wait. */
    private const THRESHOLD = 4;

    private const LONGEST_REST_SECONDS = 300;

    /** No call takes longer: how long others are held off while one tries. */
    private const PROBE_SECONDS = 12;

    /**
     * Runs work that calls the channel, unless the circuit is open.
     *
     * @param  Closure(): mixed  $work
     * @return ChannelUnavailable|ChannelRefused|null what went wrong; null where all went well, or nothing was begun
     */
    public function run(Channel $channel, Closure $work): ChannelUnavailable|ChannelRefused|null
    {
        if (! $this->acquire($channel)) {
            return null;
        }
        try {
            $work();
            $this->succeeded($channel);
        } catch (ChannelUnavailable $e) {
            $this->failed($channel, $e);

            return $e;
        } catch (ChannelRefused $e) {
            $this->refused($channel, $e);

            return $e;
        }

        return null;
    }

    /**
     * Whether a call may be made now. While the circuit has been open and its time is over, only one caller is told so;
     * the others are held off until that call has come back.
     */
    public function acquire(Channel $channel): bool
    {
        if ($channel->isCircuitOpen()) {
            return false;
        }
        if ($channel->quiet_until === null || $channel->failures < self::THRESHOLD) {
            return true;
        }
        $mine = Channel::query()->whereKey($channel->id)->where('quiet_until', '<=', now());

        return $mine->update(['quiet_until' => now()->addSeconds(self::PROBE_SECONDS)]) === 1;
    }

    /** A call went through: whatever the last ones said is over. */
    public function succeeded(Channel $channel): void
    {
        if ($channel->problem !== null || $channel->failures > 0 || $channel->quiet_until !== null) {
            $channel->update(['problem' => null, 'failures' => 0, 'quiet_until' => null]);
            Announce::change($channel->workspace_id, Topic::Workspace);
        }
    }

    public function failed(Channel $channel, ChannelUnavailable $why): void
    {
        $failures = $channel->failures + 1;
        $growing = min(self::LONGEST_REST_SECONDS, 5 * 2 ** max(0, min(10, $failures - self::THRESHOLD)));
        $rest = max($why->isAsked ? $why->retryAfter : 0, $failures < self::THRESHOLD ? $failures - 1 : $growing);
        $this->note($channel, [
            'problem' => $why->said(),
            'failures' => $failures,
            ...$rest > 0 ? ['quiet_until' => now()->addSeconds($rest)] : [],
        ]);
    }

    /** The channel said no to what was asked; that says nothing about the next call. */
    public function refused(Channel $channel, ChannelRefused $why): void
    {
        $this->note($channel, ['problem' => $why->said()]);
    }

    /** @param  array<string, mixed>  $what */
    private function note(Channel $channel, array $what): void
    {
        $isNews = $channel->problem?->stored() !== $what['problem']->stored();
        $channel->update($what);
        if ($isNews) {
            Announce::change($channel->workspace_id, Topic::Workspace);
        }
    }
}
