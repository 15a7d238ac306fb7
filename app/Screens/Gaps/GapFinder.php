<?php

declare(strict_types=1);

namespace App\Screens\Gaps;

use App\Accounts\Models\Workspace;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Fees\UnitCosts;
use App\Channels\Models\Channel;
use App\Support\Database\IdArray;
use App\Watching\Models\GapState;
use App\Watching\Models\MarketGap;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;
use Wrasse\Core\Profit\Profit;

/** What other shops have in stock and we do not sell, with what it would bring: that which brings most first. */
final class GapFinder
{
    /** Looked at; a shop that sells more of what we do not is another kind of shop. */
    private const MOST = 5_000;

    private const TREND_DAYS = 30;

    private readonly SaleTerms $terms;

    private readonly Currency $own;

    /** @param  Channel|null  $channel  on which a sale is reckoned; null: none can be */
    public function __construct(private readonly Workspace $workspace, private readonly ?Channel $channel)
    {
        $this->terms = new SaleTerms($workspace);
        $this->own = $workspace->money();
    }

    /** The first channel in the currency of the workspace, or the one that is asked for. */
    public static function channel(Workspace $workspace, ?int $wanted): ?Channel
    {
        return Channel::query()
            ->where('currency', $workspace->currency)
            ->when($wanted !== null, fn ($query) => $query->whereKey($wanted))
            ->orderBy('id')
            ->first();
    }

    /** @return list<GapResource> */
    public function all(GapState $state): array
    {
        return $this->of(MarketGap::query()->where('state', $state)->orderByDesc('id')->limit(self::MOST)->get());
    }

    /**
     * @param  Collection<int, MarketGap>  $gaps
     * @return list<GapResource>
     */
    public function of(Collection $gaps): array
    {
        $offers = $this->offers(array_values($gaps->modelKeys()));
        $found = [];
        foreach ($gaps as $gap) {
            if (isset($offers[$gap->id])) {
                $profit = $this->profit($gap, $offers[$gap->id][0]->price);
                $shops = count(array_unique(array_map(fn (GapOffer $offer): string => $offer->host, $offers[$gap->id])));
                // As long as nobody knows what a sale would leave: what one at every shop takes in.
                $found[] = [$profit !== null, $profit->profit ?? (new PriceMove(0, $offers[$gap->id][0]->price))->stake($shops), $this->resource($gap, $offers[$gap->id], $shops, $profit)];
            }
        }
        usort($found, fn (array $a, array $b): int => [$b[0], $b[1]] <=> [$a[0], $a[1]]);

        return array_column($found, 2);
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, list<GapOffer>> what is in stock, the cheapest first, by gap
     */
    private function offers(array $ids): array
    {
        $then = now()->subDays(self::TREND_DAYS)->toIso8601String();
        $rows = DB::select(
            <<<'SQL'
            SELECT s.gap_id, s.url, t.name AS shop, t.host, s.price_minor, s.currency, s.first_seen_at, s.seen_at,
                past.price_minor AS past_minor, past.currency AS past_currency
            FROM site_products s
            JOIN sites t ON t.id = s.site_id
            LEFT JOIN LATERAL (
                SELECT price_minor, currency
                FROM site_product_prices
                WHERE site_product_id = s.id AND price_minor IS NOT NULL
                ORDER BY seen_at > ?, CASE WHEN seen_at > ? THEN seen_at END, seen_at DESC
                LIMIT 1
            ) AS past ON true
            WHERE s.workspace_id = ? AND s.gap_id = ANY(?) AND s.gone_at IS NULL AND s.in_stock AND s.price_minor IS NOT NULL AND NOT t.is_own
            ORDER BY s.gap_id, s.id
            SQL,
            [$then, $then, $this->workspace->id, IdArray::of($ids)],
        );
        $offers = [];
        foreach ($rows as $row) {
            $price = $this->converted($row->price_minor, $row->currency);
            if ($price !== null) {
                $past = $row->past_minor === null ? null : $this->converted($row->past_minor, $row->past_currency);
                $offers[$row->gap_id][] = new GapOffer($row->shop, $row->host, $row->url, $price, $past ?? $price, $row->first_seen_at, $row->seen_at);
            }
        }
        foreach ($offers as &$some) {
            usort($some, fn (GapOffer $a, GapOffer $b): int => $a->price <=> $b->price);
        }

        return $offers;
    }

    /** In the currency of the workspace; null where there is no rate. */
    private function converted(int $minor, string $currency): ?int
    {
        $from = Currency::of($currency);

        return $from === $this->own ? $minor : $this->terms->conversions->ofOffers($from, $this->own)?->convert($minor);
    }

    /** @param  non-empty-list<GapOffer>  $offers */
    private function resource(MarketGap $gap, array $offers, int $shops, ?Profit $profit): GapResource
    {
        $lowest = $offers[0]->price;
        $past = min(array_map(fn (GapOffer $offer): int => $offer->past, $offers));

        return new GapResource(
            $gap->id,
            $gap->title,
            $gap->brand,
            $gap->gtin,
            $gap->mpn,
            $gap->state->value,
            $gap->product_id,
            $shops,
            $this->own->format($lowest),
            (new PriceMove($past, $lowest))->percent(),
            min(array_map(fn (GapOffer $offer): string => $offer->since, $offers)),
            $gap->cost_minor === null ? null : $this->own->format($gap->cost_minor),
            $profit === null ? null : $this->own->format($profit->profit),
            $profit?->marginPercent(),
            array_map(fn (GapOffer $offer): array => $offer->document($this->own), $offers),
        );
    }

    /** What a sale would leave; null where no cost is known. */
    private function profit(MarketGap $gap, int $price): ?Profit
    {
        if ($gap->cost_minor === null || $this->channel === null) {
            return null;
        }
        $terms = $this->terms->of($this->channel->id, null);

        return $this->terms->earnings(new UnitCosts($gap->cost_minor, 0, 0, 0, 0), 0, 'merchant', $terms)->at($price);
    }
}
