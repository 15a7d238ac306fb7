<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use App\Publishing\Channels\Drivers;
use App\Publishing\Channels\PriceLine;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\Feed;
use App\Publishing\Models\PriceChange;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;

/**
 * Hands a feed to its channel. Whoever works on a feed holds it by moving its due time ahead; if that process dies, the feed is due again and is
 * sent again. That is safe because the feed's id goes along as idempotency key.
 */
final readonly class SendFeed
{
    /** Asking earlier what became of it is of no use. */
    private const WORKED_THROUGH_AFTER_MS = 300;

    public function __construct(private Drivers $drivers, private MayPublish $may, private FeedTrouble $trouble)
    {
    }

    public function handle(string $feedId): void
    {
        $feed = $this->hold($feedId);
        if ($feed === null) {
            return;
        }
        $channel = Channel::query()->findOrFail($feed->channel_id);
        if ($feed->attempts === 1 && ! $this->may->to($channel)) {
            $this->putBack($feed);
        } elseif ($channel->rests()) {
            $this->trouble->rest([$feed], $channel);
        } else {
            $this->send($feed, $channel);
        }
    }

    private function hold(string $feedId): ?Feed
    {
        $held = Feed::query()->whereKey($feedId)->where('state', 'sending')->where('due_at', '<=', now()->format(Feed::TIME))
            ->update(['due_at' => now()->addSeconds(Feed::HELD_SECONDS)->format(Feed::TIME), 'attempts' => DB::raw('attempts + 1')]);

        return $held === 1 ? Feed::query()->find($feedId) : null;
    }

    /** Switched off since it was gathered, and nothing of it can have left: its prices wait with all the others. */
    private function putBack(Feed $feed): void
    {
        DB::transaction(function () use ($feed): void {
            PriceChange::query()->where('feed_id', $feed->id)->where('state', ChangeState::Sending)->update(['state' => ChangeState::Queued, 'feed_id' => null]);
            $feed->update(['state' => 'closed']);
        });
    }

    private function send(Feed $feed, Channel $channel): void
    {
        $currency = Currency::of($channel->currency);
        $lines = PriceChange::query()->where('feed_id', $feed->id)->with(['listing', 'listing.product'])->orderBy('id')->get()
            ->map(fn (PriceChange $change) => new PriceLine($change->id, $change->listing->sku, $currency->format($change->to_minor), $currency->format($change->from_minor), $channel->currency, $change->listing->title, $change->listing->product->gtin));
        try {
            $reference = $this->drivers->of($channel)->submit($channel, $feed->id, array_values($lines->all()));
            DB::transaction(function () use ($feed, $reference): void {
                PriceChange::query()->where('feed_id', $feed->id)->where('state', ChangeState::Sending)->update(['sent_at' => now()->format(Feed::TIME)]);
                $feed->update(['state' => 'submitted', 'channel_ref' => $reference, 'attempts' => 0, 'due_at' => now()->addMilliseconds(self::WORKED_THROUGH_AFTER_MS), 'problem' => null]);
            });
            $channel->answered();
        } catch (ChannelUnavailable $e) {
            $this->trouble->postpone([$feed], $channel, $e);
        } catch (ChannelRefused $e) {
            $this->trouble->giveUp($feed, $channel, $e);
        }
    }
}
