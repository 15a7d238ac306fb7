<?php

declare(strict_types=1);

namespace App\Screens;

use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Currencies\OwnCurrency;
use App\Catalogue\Fees\UnitCosts;
use App\Catalogue\Models\Listing;
use App\Screens\Http\CostPeriodResource;
use App\Screens\Http\EarningsResource;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Earnings;

/**
 * What a listing's product cost when, and what its margin was then. Fees, tax and exchange rates are those of today.
 */
final readonly class CostHistory
{
    private const MOST = 40;

    /** @param  Earnings  $now  of the listing, with today's cost */
    public function __construct(
        private Listing $listing,
        private Earnings $now,
        private OwnCurrency $own,
        private Conversions $conversions,
    ) {
    }

    /** @return list<CostPeriodResource> latest first */
    public function periods(): array
    {
        $rows = DB::table('product_costs')
            ->where('workspace_id', $this->listing->workspace_id)
            ->where('product_id', $this->listing->product_id)
            ->orderByDesc('effective_from')
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get()
            ->all();
        $periods = [];
        $until = null;
        foreach ($rows as $row) {
            $periods[] = $this->period($row, $until);
            $until = $row->taken_at === null ? $until : (string) $row->effective_from;
        }

        return $periods;
    }

    private function period(stdClass $row, ?string $until): CostPeriodResource
    {
        $currency = Currency::of($this->listing->channel->currency);
        $isLater = $row->taken_at === null;
        $costs = Currency::of($row->cost_currency ?? $this->own->currency->code);
        $onTop = UnitCosts::ofRow($row)->onTop($this->listing->fulfilment);
        [$shipping, $tax, $fees] = [$this->now->shipping, $this->now->tax, $this->now->fees];
        $earnings = $costs === $currency
            ? Earnings::of($row->cost_minor, $onTop, $shipping, $tax, $fees)
            : Earnings::converting(
                $row->cost_minor,
                $onTop,
                $this->conversions->ofCosts($costs, $currency),
                $shipping,
                $tax,
                $fees,
            );
        $price = $isLater ? null : $this->lastPrice((string) $row->effective_from, $until);
        $time = fn (?string $stored): ?string => $stored === null
            ? null
            : CarbonImmutable::parse($stored)->toIso8601ZuluString();

        return new CostPeriodResource(
            (string) $time($row->effective_from),
            $isLater ? null : $time($until),
            $isLater,
            $this->source((string) $row->source),
            $row->cost_minor === null ? null : $costs->format($row->cost_minor),
            $costs->code,
            $earnings->totalCost === null ? null : $currency->format($earnings->totalCost),
            $price === null ? null : $currency->format($price),
            $price === null ? null : EarningsResource::at($price, $earnings, $currency, $this->own),
        );
    }

    private function lastPrice(string $from, ?string $until): ?int
    {
        if ($until === null) {
            return $this->listing->price_minor;
        }
        $price = DB::table('market_observations')
            ->where('listing_id', $this->listing->id)
            ->where('workspace_id', $this->listing->workspace_id)
            ->where('observed_at', '>=', $from)
            ->where('observed_at', '<', $until)
            ->orderByDesc('observed_at')
            ->value('price_minor');

        return $price === null ? null : (int) $price;
    }

    private function source(string $stored): string
    {
        if ($stored === 'undo') {
            return 'undo';
        }
        $batch = str_starts_with($stored, 'batch:')
            ? DB::table('batches')
                ->where('workspace_id', $this->listing->workspace_id)
                ->where('id', substr($stored, 6))
                ->value('kind')
            : 'import';

        return $batch === 'import' ? 'file' : 'bulk';
    }
}
