<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Events\Cause;
use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\PricePublisher;
use App\Channels\Ports\PriceUpdate;
use App\Channels\Ports\Submission;
use App\Pricing\Jobs\DecideListingsJob;
use App\Publishing\Jobs\PublishChannelJob;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\FeedState;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\WaitsFor;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;

/**
 * Hands a feed to its channel, after a last look at each of its prices, each time it is tried. Whoever works on a feed
 * holds it by moving its due time ahead; if that process dies, the feed is due again. Sent again unchanged it has the
 * same idempotency key, so that it counts once; before anything else becomes of a feed that may have left, it is taken
 * back from the channel.
 */
final readonly class SendFeed
{
    /** Asking earlier what became of it is of no use. */
    private const WORKED_THROUGH_AFTER_MS = 300;

    public function __construct(
        private DriverRegistry $drivers,
        private CircuitBreaker $breaker,
        private Gate $gate,
        private LastLook $look,
        private PriceChangeLifecycle $lifecycle,
        private RecordResults $results,
        private FeedTrouble $trouble,
    ) {
    }

    public function handle(string $feedId): void
    {
        $feed = $this->hold($feedId);
        if ($feed === null) {
            return;
        }
        $channel = Channel::query()->findOrFail($feed->channel_id);
        if (! $this->breaker->acquire($channel)) {
            $this->trouble->rest([$feed], $channel);

            return;
        }
        try {
            $this->advance($feed, $channel);
        } catch (ChannelUnavailable $e) {
            $this->trouble->postpone([$feed], $channel, $e);
        } catch (ChannelRefused $e) {
            $this->trouble->giveUp($feed, $channel, $e);
        }
    }

    private function hold(string $feedId): ?Feed
    {
        $held = Feed::query()
            ->whereKey($feedId)
            ->where('state', FeedState::Sending)
            ->where('due_at', '<=', now()->format(Feed::TIME))
            ->update([
                'due_at' => now()->addSeconds(Feed::HELD_SECONDS)->format(Feed::TIME),
                'attempts' => DB::raw('attempts + 1'),
            ]);

        return $held === 1 ? Feed::query()->find($feedId) : null;
    }

    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function advance(Feed $feed, Channel $channel): void
    {
        $mayHaveLeft = $feed->attempts > 1;
        $isTrue = $mayHaveLeft
            ? DB::transaction(fn () => $this->look->at($feed)) === []
            : $this->leaveOutWhatNoLongerHolds($feed);
        // Asked last: once a switch has been turned off nothing is begun.
        $closed = $this->gate->closedFor($channel->id);
        if ($isTrue && $closed === null) {
            $this->send($feed, $channel);
        } elseif ($mayHaveLeft) {
            $this->takeBack($feed, $channel, $closed);
        } else {
            $this->putBack($feed, $closed);
        }
    }

    /** @return bool whether anything is left to be sent */
    private function leaveOutWhatNoLongerHolds(Feed $feed): bool
    {
        return DB::transaction(function () use ($feed): bool {
            $reasons = $this->look->at($feed);
            if ($reasons !== []) {
                $listings = PriceChangeLifecycle::among(array_keys($reasons))
                    ->orderBy('listing_id')
                    ->toBase()
                    ->pluck('listing_id')
                    ->all();
                $this->lifecycle->withdrawEach($reasons);
                DecideListingsJob::dispatchInChunks($feed->workspace_id, array_values($listings), Cause::LastLook);
            }

            return $this->changes($feed)->exists();
        });
    }

    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function takeBack(Feed $feed, Channel $channel, ?WaitsFor $closed): void
    {
        $reference = $this->drivers->port($channel, PricePublisher::class)->takeBack($feed->id);
        $this->breaker->succeeded($channel);
        $reference === null ? $this->putBack($feed, $closed) : $this->handedOver($feed, new Submission($reference));
    }

    /**
     * Nothing of it has left, nor will: its prices are queued with all the others, and looked at again before they
     * leave.
     */
    private function putBack(Feed $feed, ?WaitsFor $closed): void
    {
        DB::transaction(function () use ($feed, $closed): void {
            $listings = $this->changes($feed)->orderBy('listing_id')->toBase()->pluck('listing_id')->all();
            $closed === null
                ? $this->lifecycle->queue($this->changes($feed))
                : $this->lifecycle->wait($this->changes($feed), $closed);
            $feed->update(['state' => FeedState::Closed]);
            DecideListingsJob::dispatchInChunks($feed->workspace_id, array_values($listings), Cause::LastLook);
            if ($closed === null && $listings !== []) {
                PublishChannelJob::afterCommit($feed->workspace_id, $feed->channel_id);
            }
        });
    }

    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function send(Feed $feed, Channel $channel): void
    {
        $currency = Currency::of($channel->currency);
        $updates = $this->changes($feed)
            ->with(['listing', 'listing.product'])
            ->orderBy('id')
            ->get()
            ->map(
                fn (PriceChange $change) => new PriceUpdate(
                    $change->id,
                    $change->listing->sku,
                    $currency->format($change->to_minor),
                    $currency->format($change->from_minor),
                    $channel->currency,
                    $change->listing->title,
                    $change->listing->product->gtin,
                ),
            );
        $this->handedOver(
            $feed,
            $this->drivers->port($channel, PricePublisher::class)->submit($feed->id, array_values($updates->all())),
        );
        $this->breaker->succeeded($channel);
    }

    private function handedOver(Feed $feed, Submission $submission): void
    {
        DB::transaction(function () use ($feed, $submission): void {
            $this->changes($feed)->update(['sent_at' => now()->format(Feed::TIME)]);
            $feed->update([
                'state' => FeedState::Submitted,
                'channel_ref' => $submission->reference,
                'attempts' => 0,
                'due_at' => now()->addMilliseconds(self::WORKED_THROUGH_AFTER_MS),
                'problem' => null,
            ]);
            if ($submission->results !== null) {
                $this->results->handle($feed, $submission->results);
            }
        });
    }

    /** @return Builder<PriceChange> */
    private function changes(Feed $feed): Builder
    {
        return PriceChange::query()->where('feed_id', $feed->id)->where('state', ChangeState::Sending);
    }
}
