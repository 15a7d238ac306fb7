<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Models\Channel;
use App\Market\Marketplace\MarketplaceClient;
use App\Market\Marketplace\MarketplaceRefused;
use App\Market\Marketplace\MarketplaceUnavailable;
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

    public function __construct(private SettleChange $settle)
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
        $client = new MarketplaceClient($channel);
        try {
            match ($feed->state) {
                'sending' => $this->submit($feed, $channel, $client),
                'submitted' => $this->collect($feed, $client),
                default => $this->readBack($feed, $channel, $client),
            };
        } catch (MarketplaceUnavailable $e) {
            $this->postpone($feed, $channel, $e);
        } catch (MarketplaceRefused $e) {
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

    private function submit(Feed $feed, Channel $channel, MarketplaceClient $client): void
    {
        $currency = Currency::of($channel->currency);
        $items = PriceChange::query()->where('feed_id', $feed->id)->with('listing')->orderBy('id')->get()
            ->map(fn (PriceChange $change) => ['sku' => $change->listing->sku, 'price' => $currency->format($change->to_minor)]);
        $ref = $client->submitFeed($feed->id, array_values($items->all()));
        $feed->update(['state' => 'submitted', 'channel_ref' => $ref, 'attempts' => 0, 'due_at' => now(), 'problem' => null]);
        $channel->report(null);
    }

    private function collect(Feed $feed, MarketplaceClient $client): void
    {
        $answer = $client->feed((string) $feed->channel_ref);
        if ($answer['status'] !== 'done') {
            $feed->update(['due_at' => now()->addMilliseconds(min(10_000, 300 * $feed->attempts))]);

            return;
        }
        $results = array_column($answer['items'], null, 'sku');
        DB::transaction(function () use ($feed, $results): void {
            foreach ($this->changes($feed, ChangeState::Sending) as $change) {
                $result = $results[$change->listing->sku] ?? null;
                match ($result['status'] ?? null) {
                    'accepted' => $change->update(['state' => ChangeState::Sent, 'sent_at' => now(), 'problem' => null]),
                    'refused' => $this->settle->refused($change, (string) ($result['message'] ?? 'refused')),
                    default => $this->settle->refused($change, 'The channel gave no result for this line.'),
                };
            }
            $feed->update(['state' => 'reading_back', 'attempts' => 0, 'due_at' => now()]);
            $this->closeIfDone($feed);
        });
    }

    private function readBack(Feed $feed, Channel $channel, MarketplaceClient $client): void
    {
        $currency = Currency::of($channel->currency);
        $changes = $this->changes($feed, ChangeState::Sent);
        $shown = [];
        foreach (array_chunk(array_map(fn (PriceChange $change) => $change->listing->sku, $changes), MarketplaceClient::SKUS_PER_CALL) as $skus) {
            $shown = [...$shown, ...$client->prices($skus)];
        }
        DB::transaction(function () use ($feed, $shown, $currency): void {
            foreach ($this->changes($feed, ChangeState::Sent) as $change) {
                $price = $shown[$change->listing->sku] ?? null;
                if ($price === $currency->format($change->to_minor)) {
                    $this->settle->confirmed($change);
                } elseif ($feed->attempts >= self::READ_BACKS) {
                    $this->settle->drifted($change, $price);
                }
            }
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

    private function postpone(Feed $feed, Channel $channel, MarketplaceUnavailable $e): void
    {
        $wait = min(self::LONGEST_WAIT_SECONDS, max($e->retryAfter, 2 ** min($feed->attempts, 9) - 1));
        DB::transaction(function () use ($feed, $channel, $e, $wait): void {
            $feed->update(['due_at' => now()->addSeconds($wait), 'problem' => $e->getMessage()]);
            $channel->report($e->getMessage());
            $channel->update(['quiet_until' => now()->addSeconds($e->retryAfter)]);
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
