<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Accounts\Models\Workspace;
use App\Catalogue\Batches\FloorEffect;
use App\Catalogue\Batches\FloorEffects;
use App\Catalogue\Batches\PlannedRow;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

/** Lets the core work out the floors that changed products and listings would have; writes nothing. */
final readonly class ForeseeFloors implements FloorEffects
{
    public function of(Workspace $workspace, array $rows): array
    {
        $byProduct = $byListing = [];
        foreach ($rows as $i => $row) {
            if (isset($row->after['product']) && $row->productId !== null) {
                $byProduct[$row->productId] = $i;
            }
            if (isset($row->after['listing']) && $row->listingId !== null) {
                $byListing[$row->listingId] = $i;
            }
        }
        $alone = new LimitsAlone($workspace);
        $alarm = Percent::parse($workspace->floor_alarm_percent);
        $effects = [];
        foreach ($this->listings($workspace->id, array_keys($byProduct), array_keys($byListing)) as $listing) {
            $i = $byListing[$listing->id] ?? $byProduct[$listing->product_id];
            $effect = $this->compare($alone, $listing, $this->change($listing, $rows[$i]), $alarm);
            if ($effect !== null) {
                $effects[$i] = $this->larger($effects[$i] ?? null, $effect);
            }
        }

        return $effects;
    }

    /**
     * Each once, though it may be meant both ways.
     *
     * @param  list<int>  $products
     * @param  list<int>  $ids
     * @return array<int, ListingRow>
     */
    private function listings(int $workspaceId, array $products, array $ids): array
    {
        $found = [];
        foreach (['l.product_id' => $products, 'l.id' => $ids] as $column => $among) {
            $rows = $among === [] ? [] : ListingRows::read(ListingRows::alone($workspaceId)->whereIn($column, $among));
            foreach ($rows as $listing) {
                $found[$listing->id] = $listing;
            }
        }

        return $found;
    }

    private function change(ListingRow $listing, PlannedRow $row): ListingRow
    {
        $changed = clone $listing;
        foreach ($row->after['product'] ?? [] as $column => $value) {
            if ($column !== 'sku') {
                $changed->{$column} = $value;
            }
        }
        if (isset($row->after['listing']['limits'])) {
            $changed->limits = json_encode($row->after['listing']['limits'], JSON_THROW_ON_ERROR);
        }

        return $changed;
    }

    /** Null where the floor stays, or follows the market. */
    private function compare(LimitsAlone $alone, ListingRow $old, ListingRow $new, Percent $alarm): ?FloorEffect
    {
        $before = $alone->of($old)[1]->floor ?? null;
        $after = $alone->of($new)[1]->floor ?? null;
        if ($before === $after) {
            return null;
        }
        $move = $before === null || $after === null ? null : new PriceMove($before, $after);

        return new FloorEffect(
            $before,
            $after,
            $move?->percent(),
            $move?->isBeyond($alarm) ?? false,
            $after !== null && $old->price_minor < $after ? 1 : 0,
        );
    }

    /** Of two floors of a row the one that moves further counts. */
    private function larger(?FloorEffect $one, FloorEffect $other): FloorEffect
    {
        $size = fn (?FloorEffect $effect): string => ltrim((string) $effect?->movePercent, '+-') ?: '0';
        $stands = $one !== null && bccomp($size($one), $size($other), 2) >= 0 ? $one : $other;

        return new FloorEffect(
            $stands->before,
            $stands->after,
            $stands->movePercent,
            ($one->isBeyond ?? false) || $other->isBeyond,
            ($one->below ?? 0) + $other->below,
        );
    }
}
