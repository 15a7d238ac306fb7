<?php

declare(strict_types=1);

namespace App\Sourcing\Actions;

use App\Catalogue\Models\Listing;
use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\StockPublisher;
use App\Sourcing\Models\SourceChange;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Watching\Models\Watch;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Says to a channel how many we have, and looks whether it shows that: only then it is done. What cannot be said is tried
 * again, longer and longer after.
 */
final readonly class SendStocks
{
    private const MOST_ATTEMPTS = 20;

    private const FIRST_WAIT_SECONDS = 5;

    private const LONGEST_WAIT_SECONDS = 900;

    /** Whoever works on one holds it for so long; if that process dies, it is due again. */
    private const HELD_SECONDS = 60;

    public function __construct(private DriverRegistry $drivers)
    {
    }

    /** @return CarbonImmutable|null when there is more to do */
    public function handle(int $channelId): ?CarbonImmutable
    {
        $channel = Channel::query()->findOrFail($channelId);
        $port = $this->drivers->port($channel, StockPublisher::class);
        $changes = $this->hold($channelId, $port::stocksPerCall());
        if ($changes->isNotEmpty()) {
            try {
                $this->send($port, $changes);
                $this->confirm($port, $changes);
            } catch (ChannelUnavailable $e) {
                $this->later($changes, $e);
            } catch (ChannelRefused $e) {
                $this->fail($changes, $e);
            }
            Announce::change($channel->workspace_id, Topic::Listings, array_values($changes->pluck('listing_id')->all()));
        }
        $next = SourceChange::query()->where('channel_id', $channelId)->whereIn('state', SourceChange::OPEN)->min('due_at');

        return $next === null ? null : CarbonImmutable::parse($next);
    }

    /** @return Collection<int, SourceChange> */
    private function hold(int $channelId, int $most): Collection
    {
        return DB::transaction(function () use ($channelId, $most): Collection {
            $changes = SourceChange::query()
                ->with('listing')
                ->where('channel_id', $channelId)
                ->whereIn('state', SourceChange::OPEN)
                ->where('due_at', '<=', now()->format(Watch::TIME))
                ->orderBy('id')
                ->limit($most)
                ->lock('FOR UPDATE SKIP LOCKED')
                ->get();
            foreach ($changes as $change) {
                $change->attempts++;
                $change->due_at = CarbonImmutable::now()->addSeconds(self::HELD_SECONDS);
                $change->save();
            }

            return $changes;
        });
    }

    /**
     * @param  Collection<int, SourceChange>  $changes
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function send(StockPublisher $port, Collection $changes): void
    {
        $port->setStocks($changes->mapWithKeys(fn (SourceChange $change): array => [$change->listing->sku => (int) $change->stock_to])->all());
        SourceChange::query()->whereKey($changes->modelKeys())->where('state', 'queued')->update(['state' => 'sent']);
    }

    /**
     * @param  Collection<int, SourceChange>  $changes
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function confirm(StockPublisher $port, Collection $changes): void
    {
        $shown = $port->shownStocks(array_values($changes->map(fn (SourceChange $change): string => $change->listing->sku)->all()));
        foreach ($changes as $change) {
            $isThere = ($shown[$change->listing->sku] ?? null) === $change->stock_to;
            DB::transaction(function () use ($change, $isThere): void {
                $now = SourceChange::query()->lockForUpdate()->findOrFail($change->id);
                if (! in_array($now->state, SourceChange::OPEN, true)) {
                    // Another stock holds by now.
                    return;
                }
                $now->state = $isThere ? 'confirmed' : 'sent';
                // Of what has arrived by now.
                $now->problem = null;
                $now->ended_at = $isThere ? CarbonImmutable::now() : null;
                $now->due_at = $isThere ? null : $this->next($now->attempts);
                $now->save();
                if ($isThere) {
                    Listing::query()->whereKey($now->listing_id)->update(['stock' => $now->stock_to]);
                }
            });
        }
    }

    /** @param  Collection<int, SourceChange>  $changes */
    private function later(Collection $changes, ChannelUnavailable $e): void
    {
        foreach ($changes as $change) {
            $isOver = $change->attempts >= self::MOST_ATTEMPTS;
            SourceChange::query()->whereKey($change->id)->whereIn('state', SourceChange::OPEN)->update([
                'state' => $isOver ? 'failed' : DB::raw('state'),
                'problem' => $e->said()->stored(),
                'due_at' => $isOver ? null : $this->next($change->attempts)->format(Watch::TIME),
                'ended_at' => $isOver ? now()->format(Watch::TIME) : null,
            ]);
        }
    }

    /** @param  Collection<int, SourceChange>  $changes */
    private function fail(Collection $changes, ChannelRefused $e): void
    {
        SourceChange::query()->whereKey($changes->modelKeys())->whereIn('state', SourceChange::OPEN)->update([
            'state' => 'failed',
            'problem' => $e->said()->stored(),
            'due_at' => null,
            'ended_at' => now()->format(Watch::TIME),
        ]);
    }

    private function next(int $attempts): CarbonImmutable
    {
        return CarbonImmutable::now()->addSeconds(min(self::LONGEST_WAIT_SECONDS, self::FIRST_WAIT_SECONDS << min(10, $attempts - 1)));
    }
}
