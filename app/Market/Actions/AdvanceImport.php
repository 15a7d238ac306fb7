<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Listing;
use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\CircuitBreaker;
use App\Channels\DriverRegistry;
use App\Channels\Models\Channel;
use App\Channels\Ports\AccountSource;
use App\Channels\Ports\ChangePush;
use App\Channels\Ports\HistorySource;
use App\Channels\Ports\ListingSource;
use App\Channels\Ports\OfferSource;
use App\Market\Events\HistoryTaken;
use App\Market\Models\ChannelImport;
use App\Market\Models\ImportStep;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Support\Facades\DB;

/**
 * Reads a channel on, page after page: each page is fetched without a transaction, and then written together with where
 * to go on. Whoever works on an import holds it by moving its due time ahead; if that process dies the import is due
 * again, and goes on after the last page that was written.
 */
final readonly class AdvanceImport
{
    /** No page is begun after so long. */
    private const SECONDS = 8;

    /** A page takes less; after so long whoever took it is taken for dead. */
    private const HELD_SECONDS = 30;

    private const SECONDS_AFTER_REFUSAL = 600;

    public function __construct(
        private DriverRegistry $drivers,
        private CircuitBreaker $breaker,
        private TakeListings $listings,
        private ObserveItems $observe,
        private TakeHistory $history,
    ) {
    }

    /**
     * Within the workspace of the channel.
     *
     * @return CarbonImmutable|null when it goes on; null where nothing is left to read
     */
    public function handle(Channel $channel): ?CarbonImmutable
    {
        $import = $this->hold($channel);
        if ($import === null) {
            return ChannelImport::query()->find($channel->id)?->due_at;
        }
        $until = microtime(true) + self::SECONDS;
        do {
            $problem = $this->breaker->run($channel, fn () => $this->step($channel, $import));
        } while ($problem === null && $import->exists && ! $channel->isCircuitOpen() && microtime(true) < $until);

        return $import->exists ? $this->letGo($import, $channel, $problem) : null;
    }

    private function hold(Channel $channel): ?ChannelImport
    {
        $until = now()->addSeconds(self::HELD_SECONDS)->format(ChannelImport::TIME);
        $due = ChannelImport::query()
            ->whereKey($channel->id)
            ->where('due_at', '<=', now()->format(ChannelImport::TIME));

        return $due->update(['due_at' => $until]) === 1 ? ChannelImport::query()->findOrFail($channel->id) : null;
    }

    private function letGo(
        ChannelImport $import,
        Channel $channel,
        ChannelUnavailable|ChannelRefused|null $problem,
    ): CarbonImmutable {
        $due = match (true) {
            $problem instanceof ChannelUnavailable => CarbonImmutable::now()->addSeconds($problem->retryAfter),
            $problem instanceof ChannelRefused => CarbonImmutable::now()->addSeconds(self::SECONDS_AFTER_REFUSAL),
            default => $channel->quiet_until ?? CarbonImmutable::now(),
        };
        $this->write($import, ['due_at' => $due, 'problem' => $problem?->said()]);

        return $due;
    }

    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    private function step(Channel $channel, ChannelImport $import): void
    {
        match ($import->step) {
            ImportStep::Subscribe => $this->subscribe($channel, $import),
            ImportStep::Listings => $this->readListings($channel, $import),
            ImportStep::Offers => $this->readOffers($channel, $import),
            ImportStep::History => $this->readHistory($channel, $import),
        };
    }

    private function subscribe(Channel $channel, ChannelImport $import): void
    {
        $this->drivers->port($channel, ChangePush::class)->subscribe(self::notificationUrl($channel));
        $this->goOn($channel, $import, null, 0);
    }

    /** The address the channel sends notifications to. */
    public static function notificationUrl(Channel $channel): string
    {
        return rtrim((string) config('app.url'), '/')."/api/v1/channels/{$channel->key}/notifications";
    }

    /** @throws ChannelRefused if its prices are in another currency than was said */
    private function checkCurrency(Channel $channel): void
    {
        $theirs = $this->drivers->port($channel, AccountSource::class)->accountCurrency();
        if ($theirs !== $channel->currency) {
            throw new ChannelRefused(
                Message::of(
                    'channel_other_currency',
                    channel: $channel->name,
                    theirs: $theirs,
                    ours: $channel->currency,
                ),
            );
        }
    }

    private function readListings(Channel $channel, ChannelImport $import): void
    {
        if ($import->cursor === null && DriverRegistry::has($channel, AccountSource::class)) {
            $this->checkCurrency($channel);
        }
        $page = $this->drivers->port($channel, ListingSource::class)->listings($import->cursor);
        $this->goOn($channel, $import, $page->next, count($page->listings), $page->total, function () use (
            $channel,
            $page,
        ): void {
            $this->listings->handle($channel, $page->listings);
            if ($page->next === null) {
                $channel->update(['synced_at' => now()]);
            }
        });
    }

    /** The markets of listings that were never looked at, in the order of their ids. */
    private function readOffers(Channel $channel, ChannelImport $import): void
    {
        $perCall = $this->drivers->port($channel, OfferSource::class)::itemsPerCall();
        $listings = Listing::query()
            ->where('channel_id', $channel->id)
            ->where('id', '>', (int) $import->cursor)
            ->orderBy('id')
            ->limit($perCall)
            ->pluck('item_ref', 'id');
        if ($listings->isNotEmpty()) {
            $this->observe->handle($channel, array_values($listings->unique()->map(strval(...))->all()));
        }
        $total =
            $import->cursor === null ? Listing::query()->where('channel_id', $channel->id)->count() : $import->total;
        $this->goOn(
            $channel,
            $import,
            $listings->count() < $perCall ? null : (string) $listings->keys()->last(),
            $listings->count(),
            $total,
        );
    }

    private function readHistory(Channel $channel, ChannelImport $import): void
    {
        $page = $this->drivers->port($channel, HistorySource::class)->history($import->cursor);
        $listings = count(array_unique(array_column($page->days, 'sku')));
        $total =
            $import->cursor === null ? Listing::query()->where('channel_id', $channel->id)->count() : $import->total;
        $this->goOn(
            $channel,
            $import,
            $page->next,
            $listings,
            $total,
            fn () => $this->history->handle($channel, $page->days),
        );
    }

    /**
     * @param  string|null  $next  where the step goes on; null at its end
     * @param  int  $done  how many listings were dealt with
     * @param  (Closure(): mixed)|null  $take  writes the page
     */
    private function goOn(
        Channel $channel,
        ChannelImport $import,
        ?string $next,
        int $done,
        ?int $total = null,
        ?Closure $take = null,
    ): void {
        DB::transaction(function () use ($channel, $import, $next, $done, $total, $take): void {
            $step = $next === null ? $import->step->next($channel, $import->is_first) : $import->step;
            $isWritten = match (true) {
                $step === null => $this->mine($import)->delete() === 1,
                $step === $import->step => $this->write($import, [
                    'cursor' => $next,
                    'done' => $import->done + $done,
                    'total' => $total ?? $import->total,
                    'problem' => null,
                ]),
                default => $this->write($import, [
                    'step' => $step,
                    'cursor' => null,
                    'done' => 0,
                    'total' => null,
                    'problem' => null,
                ]),
            };
            // Someone else has taken it over, this page included.
            if ($isWritten && $take !== null) {
                $take();
            }
            if ($isWritten && $step === null && $import->step === ImportStep::History) {
                event(new HistoryTaken($channel->workspace_id));
            }
            if (! $isWritten || $step === null) {
                $import->exists = false;
            }
            Announce::change($channel->workspace_id, Topic::Imports);
        });
    }

    /**
     * @param  array<string, mixed>  $what
     * @return bool whether this process still holds it
     */
    private function write(ChannelImport $import, array $what): bool
    {
        $mine = $this->mine($import);
        $import->fill($what);
        $changed = array_intersect_key($import->getAttributes(), $what);
        $import->syncOriginal();

        return $mine->update($changed) === 1;
    }

    /** @return \Illuminate\Database\Eloquent\Builder<ChannelImport> */
    private function mine(ChannelImport $import): \Illuminate\Database\Eloquent\Builder
    {
        return ChannelImport::query()
            ->whereKey($import->channel_id)
            ->where('due_at', $import->due_at->format(ChannelImport::TIME));
    }
}
