<?php

declare(strict_types=1);

namespace App\Publishing\Actions;

use App\Catalogue\Events\Cause;
use App\Catalogue\Models\Listing;
use App\Market\Actions\RecordObservation;
use App\Market\Models\ListingMarket;
use App\Pricing\Actions\RequestDecisions;
use App\Pricing\Models\PriceHold;
use App\Publishing\Models\PriceChange;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use Carbon\CarbonInterface;
use Illuminate\Support\Facades\DB;

/** What becomes of a price change. Called within a transaction. */
final readonly class SettleChange
{
    private const TRIES = 5;

    public function __construct(private RequestDecisions $decisions, private PriceChangeLifecycle $lifecycle)
    {
    }

    /**
     * The channel shows the new prices.
     *
     * @param  list<PriceChange>  $changes  of one channel
     */
    public function confirmed(array $changes): void
    {
        if ($changes === []) {
            return;
        }
        $prices = [];
        foreach ($changes as $change) {
            $prices[$change->listing_id] = $change->to_minor;
        }
        $listings = Listing::query()
            ->whereIn('id', array_keys($prices))
            ->orderBy('id')
            ->lockForUpdate()
            ->get(['id', 'workspace_id', 'floor_minor', 'ceiling_minor', 'holds_buy_box']);
        $markets = ListingMarket::query()
            ->whereIn('listing_id', array_keys($prices))
            ->toBase()
            ->pluck('offers', 'listing_id');
        $now = now();
        $this->lifecycle->confirm(
            PriceChangeLifecycle::among(array_map(fn (PriceChange $change) => $change->id, $changes)),
            $now,
        );
        DB::update(
            <<<'SQL'
                UPDATE listings l
                SET price_minor = s.value::bigint, last_changed_at = ?, updated_at = ?
                FROM jsonb_each_text(?) s
                WHERE l.id = s.key::bigint AND l.workspace_id = ?
                SQL,
            [$now, $now, json_encode($prices, JSON_THROW_ON_ERROR), $changes[0]->workspace_id],
        );
        $this->arrived($changes[0]->workspace_id, $prices, $now);
        RecordObservation::rows(
            array_values(
                $listings
                    ->map(
                        fn (Listing $listing) => RecordObservation::row(
                            $listing->id,
                            $listing->workspace_id,
                            $prices[$listing->id],
                            $listing->floor_minor,
                            $listing->ceiling_minor,
                            $markets[$listing->id] ?? '[]',
                            $now,
                            $listing->holds_buy_box,
                        ),
                    )
                    ->all(),
            ),
        );
        $this->announce($changes);
        // The markets may have moved while these changes were on their way.
        $this->decisions->handle(
            $changes[0]->workspace_id,
            array_values($listings->modelKeys()),
            Cause::Settled,
        );
    }

    /** The channel said no: tried again after a while, a few times. */
    public function refused(PriceChange $change, Message $message): void
    {
        $attempts = $change->attempts + 1;
        if ($attempts >= self::TRIES) {
            $this->refusedForGood($change, $message);

            return;
        }
        $this->lifecycle->retry($change, $message, 5 * 3 ** ($attempts - 1));
        $this->announce([$change]);
    }

    public function refusedForGood(PriceChange $change, Message $message): void
    {
        $this->lifecycle->refuse(PriceChangeLifecycle::only($change), $message);
        $this->didNotArrive($change);
    }

    /** The channel took the new price and still shows another. */
    public function failed(PriceChange $change, ?string $shown): void
    {
        $this->lifecycle->fail(
            PriceChangeLifecycle::only($change),
            $shown === null
                ? Message::of('channel_listing_gone')
                : Message::of('channel_shows_other', shown: $shown),
        );
        $this->didNotArrive($change);
    }

    /** @param  array<int, int>  $prices  by listing */
    private function arrived(int $workspaceId, array $prices, CarbonInterface $at): void
    {
        DB::update(
            <<<'SQL'
                UPDATE price_holds h
                SET arrived_at = ?
                FROM jsonb_each_text(?) s
                WHERE h.listing_id = s.key::bigint
                    AND h.price_minor = s.value::bigint
                    AND h.arrived_at IS NULL
                    AND h.workspace_id = ?
                SQL,
            [$at, json_encode($prices, JSON_THROW_ON_ERROR), $workspaceId],
        );
    }

    /** Sent again and again it would not fare better: a price that someone set no longer stands. */
    private function didNotArrive(PriceChange $change): void
    {
        PriceHold::query()
            ->where('listing_id', $change->listing_id)
            ->where('price_minor', $change->to_minor)
            ->whereNull('arrived_at')
            ->delete();
        $this->announce([$change]);
    }

    /** @param  non-empty-list<PriceChange>  $changes */
    private function announce(array $changes): void
    {
        $workspaceId = $changes[0]->workspace_id;
        Announce::change($workspaceId, Topic::Changes, array_map(fn (PriceChange $change) => $change->id, $changes));
        Announce::change($workspaceId, Topic::Listings, array_map(fn (PriceChange $change) => $change->listing_id, $changes));
    }
}
