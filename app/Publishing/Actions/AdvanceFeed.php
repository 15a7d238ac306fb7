<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use App\Publishing\Channels\ChannelDriver;
use App\Publishing\Channels\Drivers;
use App\Publishing\Channels\PriceLine;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;

/**
 * Takes a feed one step on: sent → worked through by the channel → read back → closed. Whoever works on a feed holds it by moving
 * its due time ahead; if that process dies, the feed is due again and the step is repeated. Sending is safe to repeat because the
 * feed's id goes along as idempotency key, the others because they only read.
 */
final readonly class AdvanceFeed
{
    /** A step takes less; after so long its worker is taken for dead. */
    private const HELD_SECONDS = 15;

    private const LONGEST_WAIT_SECONDS = 300;

    private const READ_BACKS = 12;

    /** Asking earlier is of no use. */
    private const WORKED_THROUGH_AFTER_MS = 300;

    public function __construct(private SettleChange $settle, private Drivers $drivers, private MayPublish $may)
    {
    }

    /** True if there may be another step to take soon. */
    public function handle(string $feedId): bool
    {
        $feed = $this->hold($feedId);
        if ($feed === null) {
            return false;
        }
        $channel = Channel::query()->findOrFail($feed->channel_id);
        if ($channel->rests()) {
            // Nothing was tried, so that nothing counts.
            $feed->update(['due_at' => max($channel->quiet_until, now()->addSecond()), 'attempts' => $feed->attempts - 1]);

            return true;
        }
        if ($feed->state === 'sending' && $feed->attempts === 1 && ! $this->may->to($channel)) {
            $this->putBack($feed);

            return false;
        }
        $driver = $this->drivers->of($channel);
        try {
            match ($feed->state) {
                'sending' => $this->submit($feed, $channel, $driver),
                'submitted' => $this->collect($feed, $channel, $driver),
                default => $this->readBack($feed, $channel, $driver),
            };
            $channel->answered();
        } catch (ChannelUnavailable $e) {
            $this->postpone($feed, $channel, $e);
        } catch (ChannelRefused $e) {
            $channel->refused($e->getMessage());
            $this->giveUp($feed, $e->getMessage());
        }

        return true;
    }

    private function hold(string $feedId): ?Feed
    {
        $held = Feed::query()->whereKey($feedId)->where('state', '<>', 'closed')->where('due_at', '<=', now()->format(Feed::TIME))
            ->update(['due_at' => now()->addSeconds(self::HELD_SECONDS)->format(Feed::TIME), 'attempts' => DB::raw('attempts + 1')]);

        return $held === 1 ? Feed::query()->find($feedId) : null;
    }

    /** Switched off since it was gathered, and nothing of it can have left: it waits with all the others. */
    private function putBack(Feed $feed): void
    {
        DB::transaction(function () use ($feed): void {
            PriceChange::query()->where('feed_id', $feed->id)->where('state', ChangeState::Sending)->update(['state' => ChangeState::Queued, 'feed_id' => null]);
            $feed->update(['state' => 'closed']);
        });
    }

    private function submit(Feed $feed, Channel $channel, ChannelDriver $driver): void
    {
        $currency = Currency::of($channel->currency);
        $lines = PriceChange::query()->where('feed_id', $feed->id)->with(['listing', 'listing.product'])->orderBy('id')->get()
            ->map(fn (PriceChange $change) => new PriceLine($change->id, $change->listing->sku, $currency->format($change->to_minor), $currency->format($change->from_minor), $channel->currency, $change->listing->title, $change->listing->product->gtin));
        $reference = $driver->submit($channel, $feed->id, array_values($lines->all()));
        DB::transaction(function () use ($feed, $reference): void {
            PriceChange::query()->where('feed_id', $feed->id)->where('state', ChangeState::Sending)->update(['sent_at' => now()->format(Feed::TIME)]);
            $feed->update(['state' => 'submitted', 'channel_ref' => $reference, 'attempts' => 0, 'due_at' => now()->addMilliseconds(self::WORKED_THROUGH_AFTER_MS), 'problem' => null]);
        });
    }

    private function collect(Feed $feed, Channel $channel, ChannelDriver $driver): void
    {
        $skus = array_map(fn (PriceChange $change) => $change->listing->sku, $this->changes($feed, ChangeState::Sending));
        $results = $driver->results($channel, (string) $feed->channel_ref, $skus);
        if ($results === null) {
            $feed->update(['due_at' => now()->addMilliseconds(min(10_000, 300 * $feed->attempts))]);

            return;
        }
        DB::transaction(function () use ($feed, $results): void {
            $taken = [];
            foreach ($this->changes($feed, ChangeState::Sending) as $change) {
                $sku = $change->listing->sku;
                if (array_key_exists($sku, $results) && $results[$sku] === null) {
                    $taken[] = $change->id;
                } else {
                    $this->settle->refused($change, $results[$sku] ?? 'The channel gave no result for this line.');
                }
            }
            PriceChange::query()->whereIn('id', $taken)->update(['state' => ChangeState::Sent, 'problem' => null]);
            $feed->update(['state' => 'reading_back', 'attempts' => 0, 'due_at' => now()]);
            $this->closeIfDone($feed);
        });
    }

    private function readBack(Feed $feed, Channel $channel, ChannelDriver $driver): void
    {
        $currency = Currency::of($channel->currency);
        $shown = $driver->prices($channel, array_map(fn (PriceChange $change) => $change->listing->sku, $this->changes($feed, ChangeState::Sent)));
        DB::transaction(function () use ($feed, $shown, $currency): void {
            $confirmed = [];
            foreach ($this->changes($feed, ChangeState::Sent) as $change) {
                $price = $shown[$change->listing->sku] ?? null;
                if ($shown === null || $price === $currency->format($change->to_minor)) {
                    $confirmed[] = $change;
                } elseif ($feed->attempts >= self::READ_BACKS) {
                    $this->settle->drifted($change, $price);
                }
            }
            $this->settle->confirmed($confirmed);
            $feed->update(['due_at' => now()->addMilliseconds(min(30_000, 250 * 2 ** min($feed->attempts, 7)))]);
            $this->closeIfDone($feed);
        });
    }

    /** @return list<PriceChange> */
    private function changes(Feed $feed, ChangeState $state): array
    {
        return array_values(PriceChange::query()->where('feed_id', $feed->id)->where('state', $state)->with('listing')->orderBy('id')->get()->all());
    }

    private function closeIfDone(Feed $feed): void
    {
        if (! PriceChange::query()->where('feed_id', $feed->id)->whereIn('state', ['sending', 'sent'])->exists()) {
            $feed->update(['state' => 'closed']);
        }
    }

    private function postpone(Feed $feed, Channel $channel, ChannelUnavailable $e): void
    {
        $wait = min(self::LONGEST_WAIT_SECONDS, max($e->retryAfter, 2 ** min($feed->attempts, 9) - 1));
        DB::transaction(function () use ($feed, $channel, $e, $wait): void {
            $feed->update(['due_at' => now()->addSeconds($wait), 'problem' => $e->getMessage()]);
            $channel->failed($e);
            PriceChange::query()->where('feed_id', $feed->id)->whereIn('state', ['sending', 'sent'])
                ->update(['problem' => $e->getMessage().' Tried again by itself.', 'attempts' => DB::raw('attempts + 1')]);
        });
    }

    private function giveUp(Feed $feed, string $message): void
    {
        DB::transaction(function () use ($feed, $message): void {
            foreach ([ChangeState::Sending, ChangeState::Sent] as $state) {
                foreach ($this->changes($feed, $state) as $change) {
                    $this->settle->refusedForGood($change, $message);
                }
            }
            $feed->update(['state' => 'closed', 'problem' => $message]);
        });
    }
}
