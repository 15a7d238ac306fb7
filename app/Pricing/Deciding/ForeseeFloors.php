<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Batches\FloorEffect;
use App\Catalogue\Batches\FloorEffects;
use App\Catalogue\Batches\PlannedRow;
use App\Catalogue\Models\Listing;
use App\Catalogue\Models\Supplier;
use App\Catalogue\Models\Workspace;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Collection;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

/** Lets the core work out the floors that changed products and listings would have; writes nothing. */
final readonly class ForeseeFloors implements FloorEffects
{
    public function __construct(private Decider $decider)
    {
    }

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
        $listings = Listing::query()->where(fn ($either) => $either->whereIn('product_id', array_keys($byProduct))->orWhereIn('id', array_keys($byListing)))
            ->with(['product.supplier', 'channel'])->get();
        foreach ($listings as $listing) {
            $this->change($listing, $rows, $byProduct[$listing->product_id] ?? null, $byListing[$listing->id] ?? null);
        }

        return $this->compare($workspace, $listings, fn (Listing $listing) => $byListing[$listing->id] ?? $byProduct[$listing->product_id]);
    }

    /** @param  list<PlannedRow>  $rows */
    private function change(Listing $listing, array $rows, ?int $ofProduct, ?int $ofListing): void
    {
        if ($ofProduct !== null) {
            $values = $rows[$ofProduct]->after['product'] ?? [];
            if (array_key_exists('supplier', $values)) {
                $listing->product->setRelation('supplier', $values['supplier'] === null ? null : new Supplier(['name' => $values['supplier']]));
            }
            $listing->product->forceFill(array_diff_key($values, ['supplier' => true, 'sku' => true]));
        }
        $limits = $ofListing === null ? null : $rows[$ofListing]->after['listing']['limits'] ?? null;
        if ($limits !== null) {
            $listing->setAttribute('limits', $limits);
        }
    }

    /**
     * @param  Collection<int, Listing>  $listings
     * @param  callable(Listing): int  $row
     * @return array<int, FloorEffect>
     */
    private function compare(Workspace $workspace, Collection $listings, callable $row): array
    {
        $usual = RuleDocument::usual();
        $alarm = Percent::parse($workspace->floor_alarm_percent);
        $effects = [];
        foreach ($this->decider->decide($workspace, $listings, fn () => $usual, CarbonImmutable::now()) as $decided) {
            $before = $decided->listing->floor_minor;
            $after = $decided->decision->limits->floor;
            if ($before === $after) {
                continue;
            }
            $i = $row($decided->listing);
            $move = $before === null || $after === null ? null : new PriceMove($before, $after);
            $isBelow = $after !== null && $decided->listing->price_minor < $after ? 1 : 0;
            $effects[$i] = $this->larger($effects[$i] ?? null, new FloorEffect($before, $after, $move?->percent(), $move?->isBeyond($alarm) ?? false, $isBelow));
        }

        return $effects;
    }

    /** Of two floors of the same row the one that moves more stands for it. */
    private function larger(?FloorEffect $one, FloorEffect $other): FloorEffect
    {
        $size = fn (?FloorEffect $effect): string => ltrim((string) $effect?->movePercent, '+-') ?: '0';
        $stands = $one !== null && bccomp($size($one), $size($other), 2) >= 0 ? $one : $other;

        return new FloorEffect($stands->before, $stands->after, $stands->movePercent, ($one->isBeyond ?? false) || $other->isBeyond, ($one->below ?? 0) + $other->below);
    }
}
