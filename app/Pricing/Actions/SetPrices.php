<?php

declare(strict_types=1);

namespace App\Pricing\Actions;

use App\Accounts\Models\Workspace;
use App\Catalogue\Prices\HandPrices;
use App\Catalogue\Prices\HandPriceTerm;
use App\Catalogue\Prices\PricesSet;
use App\Pricing\Deciding\Grounds;
use App\Pricing\Deciding\ListingRow;
use App\Pricing\Deciding\PriceCheck;
use App\Pricing\Events\DecidedPrice;
use App\Pricing\Events\PricesDecided;
use App\Pricing\Models\PriceHold;
use App\Pricing\Runs\OpenPrice;
use App\Pricing\Runs\PricesUnderWay;
use App\Support\Database\IdArray;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/**
 * The one way in which people set prices, whatever they do it with. A price is checked, stands for as long as was said,
 * and is sent as soon as nothing is in the way. What is not taken is told, and written down.
 */
final readonly class SetPrices implements HandPrices
{
    public function __construct(
        private PriceCheck $check,
        private PricesUnderWay $underWay,
        private CurrentWorkspace $current,
    ) {
    }

    public function check(Workspace $workspace, array $prices, array $changes = []): array
    {
        return $this->check->of($workspace, $prices, $changes);
    }

    /**
     * @param  bool  $recordRefused  whether the ledger keeps those that are not taken: where nobody is there to be told
     *     at once
     */
    public function set(
        Workspace $workspace,
        array $prices,
        HandPriceTerm $term,
        ?int $userId,
        bool $recordRefused = true,
    ): PricesSet {
        if ($prices === []) {
            return new PricesSet();
        }

        return DB::transaction(function () use ($workspace, $prices, $term, $userId, $recordRefused): PricesSet {
            $listings = $this->listings($workspace, array_keys($prices));
            $open = $this->underWay->of(array_keys($listings));
            $prices = array_intersect_key($prices, $listings);
            $refused = $this->check->of($workspace, $prices);
            $decided = $notes = [];
            foreach ($listings as $id => $listing) {
                $before = $open[$id] ?? null;
                if (isset($refused[$id]) ? $recordRefused : $this->isToBeSent($prices[$id], $listing, $before)) {
                    $decided[] = DecidedPrice::byHand(
                        $listing,
                        $prices[$id],
                        $listing->floor_minor,
                        $listing->ceiling_minor,
                        $userId,
                        $refused[$id] ?? null,
                    );
                } elseif (! isset($refused[$id]) && $before !== null && $before->price !== $prices[$id]) {
                    $notes[$id] = $before->hasLeft
                        ? Message::of('price_follows')
                        : Message::of('price_taken_back');
                }
            }
            $this->keep($workspace, array_diff_key($prices, $refused), $listings, $term, $userId);
            event(
                new PricesDecided(
                    $workspace->id,
                    $decided,
                    $open,
                    $this->noLongerWanted($prices, $refused, $listings, $open),
                ),
            );
            Announce::change($workspace->id, Topic::Listings, array_keys($listings));

            return new PricesSet($refused, $notes);
        });
    }

    public function takeBack(array $prices): array
    {
        $takenBack = $withdrawn = [];
        $open = array_filter($this->underWay->of(array_keys($prices)), fn (OpenPrice $one) => $one->userId !== null);
        foreach ($open as $id => $one) {
            if ($one->price === $prices[$id]) {
                $takenBack[$id] = ! $one->hasLeft;
                if (! $one->hasLeft) {
                    $withdrawn[$one->id] = null;
                }
            }
        }
        if ($takenBack !== []) {
            PriceHold::end(array_keys(array_filter($takenBack)));
            event(new PricesDecided($this->current->id(), [], $open, $withdrawn));
        }

        return $takenBack;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, ListingRow> by id, held until the end of the transaction
     */
    private function listings(Workspace $workspace, array $ids): array
    {
        return DB::table('listings')
            ->where('workspace_id', $workspace->id)
            ->whereRaw('id = ANY(?)', [IdArray::of($ids)])
            ->orderBy('id')
            ->lock('FOR NO KEY UPDATE')
            ->get(['id', 'channel_id', 'is_draft', 'price_minor', 'floor_minor', 'ceiling_minor'])
            ->map(ListingRow::of(...))
            ->keyBy('id')
            ->all();
    }

    /** What waits behind a price that has left is sent when that has arrived. */
    private function isToBeSent(int $price, ListingRow $listing, ?OpenPrice $open): bool
    {
        return $open === null
            ? $price !== $listing->price_minor
            : ! $open->hasLeft && $open->price !== $price && $price !== $listing->price_minor;
    }

    /**
     * Someone wants the price that the listing has: whatever else was about to leave does not.
     *
     * @param  array<int, int>  $prices
     * @param  array<int, Message>  $refused
     * @param  array<int, ListingRow>  $listings
     * @param  array<int, OpenPrice>  $open
     * @return array<int, Message> why, by change
     */
    private function noLongerWanted(array $prices, array $refused, array $listings, array $open): array
    {
        $why = [];
        foreach (array_diff_key($open, $refused) as $id => $one) {
            if (! $one->hasLeft && $one->price !== $prices[$id] && $prices[$id] === $listings[$id]->price_minor) {
                $why[$one->id] = Grounds::setByHand();
            }
        }

        return $why;
    }

    /**
     * @param  array<int, int>  $prices
     * @param  array<int, ListingRow>  $listings
     */
    private function keep(Workspace $workspace, array $prices, array $listings, HandPriceTerm $term, ?int $userId): void
    {
        $now = CarbonImmutable::now()->format('Y-m-d H:i:s.uP');
        $rows = [];
        foreach ($prices as $id => $price) {
            $rows[] = [
                'listing_id' => $id,
                'workspace_id' => $workspace->id,
                'price_minor' => $price,
                'stands' => $term->until->value,
                'until' => $term->endsAt(),
                'user_id' => $userId,
                'set_at' => $now,
                'arrived_at' => $price === $listings[$id]->price_minor || $listings[$id]->is_draft ? $now : null,
            ];
        }
        foreach (array_chunk($rows, 2_000) as $some) {
            DB::table('price_holds')->upsert($some, ['listing_id']);
        }
    }
}
