<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Channels\Models\Channel;
use App\Pricing\Models\Run;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Gathers what waits for a channel into feeds. */
final readonly class ClaimQueuedChanges
{
    /** So many in a feed. */
    public const MOST = 200;

    public const FEEDS = 10;

    public function __construct(private Gate $gate, private PriceChangeLifecycle $lifecycle)
    {
    }

    /** @return list<Feed> up to FEEDS of them; none where nothing is queued, or nothing may leave for the channel */
    public function handle(Channel $channel): array
    {
        return DB::transaction(function () use ($channel): array {
            $closed = $this->gate->closedFor($channel->id);
            if ($closed !== null) {
                $this->lifecycle->wait(
                    PriceChange::query()->where('channel_id', $channel->id)->where('state', ChangeState::Queued),
                    $closed,
                );

                return [];
            }
            if ($channel->isCircuitOpen()) {
                return [];
            }
            $changes = PriceChange::query()
                ->where('channel_id', $channel->id)
                ->where('state', ChangeState::Queued)
                ->where('due_at', '<=', now())
                ->where(fn ($query) => $query->whereNull('run_id')->orWhereNotIn('run_id', Run::unsent()))
                ->orderBy('id')
                ->limit(self::MOST * self::FEEDS)
                ->lock('FOR UPDATE SKIP LOCKED')
                ->pluck('id');
            $feeds = [];
            foreach ($changes->chunk(self::MOST) as $some) {
                $feeds[] = $feed = Feed::query()->create([
                    'id' => (string) Str::uuid7(),
                    'channel_id' => $channel->id,
                    'state' => FeedState::Sending,
                    'attempts' => 0,
                    'due_at' => now(),
                ]);
                $this->lifecycle->send(PriceChangeLifecycle::among(array_values($some->all())), $feed);
            }

            return $feeds;
        });
    }
}
