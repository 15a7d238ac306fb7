<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\Models\Channel;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use App\Support\Messages\Message;
use Illuminate\Support\Facades\DB;

/** Postpones or gives up feeds after a failed call. The caller holds them. */
final readonly class FeedTrouble
{
    private const LONGEST_WAIT_SECONDS = 300;

    public function __construct(private SettleChange $settle, private CircuitBreaker $breaker)
    {
    }

    /**
     * The channel is left alone for a while: nothing was tried, so that nothing counts.
     *
     * @param  list<Feed>  $feeds
     */
    public function rest(array $feeds, Channel $channel): void
    {
        foreach ($feeds as $feed) {
            $feed->update([
                'due_at' => max($channel->quiet_until, now()->addSecond()),
                'attempts' => $feed->attempts - 1,
            ]);
        }
    }

    /** @param  list<Feed>  $feeds */
    public function postpone(array $feeds, Channel $channel, ChannelUnavailable $e): void
    {
        DB::transaction(function () use ($feeds, $channel, $e): void {
            foreach ($feeds as $feed) {
                $wait = min(self::LONGEST_WAIT_SECONDS, max($e->retryAfter, 2 ** min($feed->attempts, 9) - 1));
                $feed->update(['due_at' => now()->addSeconds($wait), 'problem' => $e->said()]);
            }
            $this->breaker->failed($channel, $e);
            PriceChange::query()
                ->whereIn('feed_id', array_column($feeds, 'id'))
                ->whereIn('state', ChangeState::WITH_CHANNEL)
                ->update([
                    'problem' => Message::of('feed_retried', problem: $e->said())->stored(),
                    'attempts' => DB::raw('attempts + 1'),
                ]);
        });
    }

    public function giveUp(Feed $feed, Channel $channel, ChannelRefused $e): void
    {
        $this->breaker->refused($channel, $e);
        DB::transaction(function () use ($feed, $e): void {
            foreach (
                PriceChange::query()
                    ->where('feed_id', $feed->id)
                    ->whereIn('state', ChangeState::WITH_CHANNEL)
                    ->orderBy('id')
                    ->get() as $change
            ) {
                $this->settle->refusedForGood($change, $e->said());
            }
            $feed->update(['state' => FeedState::Closed, 'problem' => $e->said()]);
        });
    }
}
