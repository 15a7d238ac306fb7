<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\PricePublisher;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;

/**
 * Asks a channel what became of the feeds it was sent, and reads back what it shows: worked through → shown → closed.
 * All that are due are asked about together. They are held as SendFeed holds them; whatever is repeated only reads.
 */
final readonly class ConfirmFeeds
{
    /** So many at most are held at a time. */
    private const FEEDS = 10;

    /** Prices of so many listings are read back, and settled, at a time. */
    private const LISTINGS = 100;

    /** No new call is begun after so long: a slow channel's feeds stay held no longer than they may. */
    private const CALLS_SECONDS = 4;

    private const READ_BACKS = 12;

    public function __construct(
        private SettleChange $settle,
        private RecordResults $results,
        private DriverRegistry $drivers,
        private CircuitBreaker $breaker,
        private FeedTrouble $trouble,
    ) {
    }

    /** @return Feed|null the channel's feed that is due next; null where none is left */
    public function handle(Channel $channel): ?Feed
    {
        $feeds = $this->hold($channel);
        if ($feeds !== []) {
            $this->breaker->acquire($channel)
                ? $this->advance($feeds, $channel)
                : $this->trouble->rest($feeds, $channel);
        }

        return Feed::query()
            ->where('channel_id', $channel->id)
            ->whereIn('state', FeedState::WITH_CHANNEL)
            ->orderBy('due_at')
            ->first();
    }

    /** @return list<Feed> */
    private function hold(Channel $channel): array
    {
        $now = now();
        $due = Feed::query()
            ->where('channel_id', $channel->id)
            ->whereIn('state', FeedState::WITH_CHANNEL)
            ->where('due_at', '<=', $now->format(Feed::TIME))
            ->orderBy('due_at')
            ->limit(self::FEEDS)
            ->lock('FOR UPDATE SKIP LOCKED');

        return DB::transaction(function () use ($due, $now): array {
            $feeds = $due->get();
            if ($feeds->isNotEmpty()) {
                $until = $now->addSeconds(Feed::HELD_SECONDS);
                Feed::query()
                    ->whereKey($feeds->modelKeys())
                    ->update(['due_at' => $until->format(Feed::TIME), 'attempts' => DB::raw('attempts + 1')]);
                $feeds->each(
                    fn (Feed $feed) => $feed
                        ->forceFill(['due_at' => $until, 'attempts' => $feed->attempts + 1])
                        ->syncOriginal(),
                );
            }

            return array_values($feeds->all());
        });
    }

    /** @param  non-empty-list<Feed>  $feeds */
    private function advance(array $feeds, Channel $channel): void
    {
        $publisher = $this->drivers->port($channel, PricePublisher::class);
        $until = microtime(true) + self::CALLS_SECONDS;
        $held = $feeds[0]->due_at;
        try {
            foreach ($feeds as $feed) {
                if ($feed->state === FeedState::Submitted && microtime(true) < $until) {
                    $this->collect($feed, $channel, $publisher);
                }
            }
            $shown = array_values(array_filter($feeds, fn (Feed $feed) => $feed->state === FeedState::ReadingBack));
            if ($shown !== []) {
                $this->readBack($shown, $channel, $publisher, $until);
            }
            $this->breaker->succeeded($channel);
        } catch (ChannelUnavailable $e) {
            $this->trouble->postpone($this->stillHeld($feeds, $held), $channel, $e);

            return;
        }
        foreach ($this->stillHeld($feeds, $held) as $feed) {
            $feed->update(['due_at' => now(), 'attempts' => $feed->attempts - 1]);
        }
    }

    /**
     * @param  list<Feed>  $feeds
     * @return list<Feed>
     */
    private function stillHeld(array $feeds, CarbonImmutable $until): array
    {
        return array_values(
            array_filter($feeds, fn (Feed $feed) => $feed->state !== FeedState::Closed && $feed->due_at == $until),
        );
    }

    private function collect(Feed $feed, Channel $channel, PricePublisher $publisher): void
    {
        $changes = $this->changes([$feed], ChangeState::Sending);
        try {
            $results = $publisher->results(
                (string) $feed->channel_ref,
                array_map(fn (PriceChange $change) => $change->listing->sku, $changes),
            );
        } catch (ChannelRefused $e) {
            $this->trouble->giveUp($feed, $channel, $e);

            return;
        }
        if ($results === null) {
            $feed->update(['due_at' => now()->addMilliseconds(min(10_000, 300 * $feed->attempts))]);

            return;
        }
        DB::transaction(fn () => $this->results->handle($feed, $results));
    }

    /** @param  non-empty-list<Feed>  $feeds */
    private function readBack(array $feeds, Channel $channel, PricePublisher $publisher, float $until): void
    {
        $byId = array_column($feeds, null, 'id');
        foreach (array_chunk($this->changes($feeds, ChangeState::Sent), self::LISTINGS) as $changes) {
            if (microtime(true) >= $until) {
                return;
            }
            try {
                $shown = $publisher->shownPrices(array_map(fn (PriceChange $change) => $change->listing->sku, $changes));
            } catch (ChannelRefused $e) {
                // It may be about one of them.
                count($feeds) === 1
                    ? $this->trouble->giveUp($feeds[0], $channel, $e)
                    : array_walk($feeds, fn (Feed $feed) => $this->readBack([$feed], $channel, $publisher, $until));

                return;
            }
            DB::transaction(fn () => $this->compare($changes, $shown, Currency::of($channel->currency), $byId));
        }
        $this->letGo($feeds);
    }

    /**
     * @param  list<PriceChange>  $changes
     * @param  array<string, string>|null  $shown  decimals by SKU
     * @param  array<string, Feed>  $feeds  by id
     */
    private function compare(array $changes, ?array $shown, Currency $currency, array $feeds): void
    {
        $confirmed = [];
        foreach ($changes as $change) {
            $price = $shown[$change->listing->sku] ?? null;
            if ($shown === null || $price === $currency->format($change->to_minor)) {
                $confirmed[] = $change;
            } elseif ($feeds[$change->feed_id]->attempts >= self::READ_BACKS) {
                $this->settle->failed($change, $price);
            }
        }
        $this->settle->confirmed($confirmed);
    }

    /** @param  non-empty-list<Feed>  $feeds */
    private function letGo(array $feeds): void
    {
        $open = array_flip(
            PriceChange::query()
                ->whereIn('feed_id', array_column($feeds, 'id'))
                ->whereIn('state', ChangeState::WITH_CHANNEL)
                ->distinct()
                ->pluck('feed_id')
                ->all(),
        );
        foreach ($feeds as $feed) {
            $feed->update(
                isset($open[$feed->id])
                    ? ['due_at' => now()->addMilliseconds(min(30_000, 250 * 2 ** min($feed->attempts, 7)))]
                    : ['state' => FeedState::Closed],
            );
        }
    }

    /**
     * @param  list<Feed>  $feeds
     * @return list<PriceChange>
     */
    private function changes(array $feeds, ChangeState $state): array
    {
        return array_values(
            PriceChange::query()
                ->whereIn('feed_id', array_column($feeds, 'id'))
                ->where('state', $state)
                ->with('listing')
                ->orderBy('id')
                ->get()
                ->all(),
        );
    }
}
