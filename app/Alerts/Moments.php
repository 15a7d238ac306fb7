<?php

declare(strict_types=1);

namespace App\Alerts;

use App\Accounts\Models\Workspace;
use App\Catalogue\Models\Listing;
use App\Market\WebOffers;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Alert\MarketMoment;
use Wrasse\Core\Alert\SeenOffer;
use Wrasse\Core\Alert\Whose;
use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Currency;

/** Listings and their markets as alerts look at them: now, and as they were observed. */
final class Moments
{
    /** @var array<int, string> currencies of workspaces; none changes */
    private array $currencies = [];

    /**
     * @param  list<int>  $listingIds
     * @return array<int, array{Listing, MarketMoment}> by listing; those that are sold
     */
    public function now(array $listingIds): array
    {
        $listings = Listing::query()->whereIn('id', $listingIds)->where('is_draft', false)->with(['channel', 'product'])->get();
        $markets = DB::table('listing_markets')
            ->whereIn('listing_id', $listings->modelKeys())
            ->where('workspace_id', $listings->first()?->workspace_id)
            ->get(['listing_id', 'offers', 'web', 'changed_at'])
            ->keyBy('listing_id');
        $states = (new ListingStates())->of($listings);
        $elsewhere = self::elsewhere($listings->modelKeys(), $listings->first()?->workspace_id);
        $moments = [];
        foreach ($listings as $listing) {
            $market = $markets[$listing->id] ?? null;
            $offers = [...self::offers($market->offers ?? '[]', $listing), ...self::webOffers($market?->web, $listing)];
            $known = $states[$listing->id] ?? [];
            if ($market !== null) {
                $known['quiet'] = CarbonImmutable::parse($market->changed_at)->getTimestamp();
            }
            $moments[$listing->id] = [$listing, $this->moment($listing, now()->getTimestamp(), $listing->price_minor, $offers, $listing->holds_buy_box, $known, $elsewhere[$listing->id] ?? null)];
        }

        return $moments;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, int> our lowest price with shipping for the same product on another channel of the same currency, by listing
     */
    private static function elsewhere(array $ids, ?int $workspaceId): array
    {
        return DB::table('listings as l')
            ->join('channels as c', 'c.id', '=', 'l.channel_id')
            ->join('listings as o', fn (JoinClause $join) => $join->on('o.product_id', '=', 'l.product_id')->whereColumn('o.channel_id', '<>', 'l.channel_id')->where('o.is_draft', false))
            ->join('channels as oc', fn (JoinClause $join) => $join->on('oc.id', '=', 'o.channel_id')->whereColumn('oc.currency', 'c.currency'))
            ->where('l.workspace_id', $workspaceId)
            ->whereIn('l.id', $ids)
            ->groupBy('l.id')
            ->selectRaw('l.id, min(o.price_minor + o.shipping_minor) AS landed')
            ->pluck('landed', 'id')
            ->all();
    }

    /** How its market was observed so many days ago; null: it was not observed before. */
    public function daysAgo(Listing $listing, int $days): ?MarketMoment
    {
        $rows = DB::select(
            <<<'SQL'
            SELECT observed_at, price_minor, offers, holds_buy_box
            FROM market_observations
            WHERE listing_id = ? AND workspace_id = ? AND observed_at <= ?
            ORDER BY observed_at DESC
            LIMIT 1
            SQL,
            [$listing->id, $listing->workspace_id, CarbonImmutable::now()->subDays($days)->format('Y-m-d H:i:s.uP')],
        );

        return $rows === [] ? null : $this->observed($listing, $rows[0]);
    }

    /**
     * As it was observed; limits and costs are those of now.
     *
     * @param  array<string, int>  $states  as MarketMoment has them
     */
    public function observed(Listing $listing, stdClass $row, array $states = []): MarketMoment
    {
        return $this->moment(
            $listing,
            CarbonImmutable::parse($row->observed_at)->getTimestamp(),
            $row->price_minor,
            self::offers($row->offers, $listing),
            $row->holds_buy_box ?? false,
            $states,
        );
    }

    /**
     * @param  list<SeenOffer>  $offers
     * @param  array<string, int>  $states
     * @param  int|null  $elsewhere  with shipping
     */
    private function moment(Listing $listing, int $at, int $price, array $offers, bool $holdsBuyBox, array $states, ?int $elsewhere = null): MarketMoment
    {
        $landed = fn (int $figure): int => Basis::Landed->figure($figure, $listing->shipping_minor);
        $product = $listing->product;
        $own = $this->currencies[$listing->workspace_id] ??= Workspace::query()->findOrFail($listing->workspace_id)->currency;
        $currency = $listing->channel->currency;

        return new MarketMoment(
            $at,
            $landed($price),
            [...array_map($landed, array_filter([
                'floor' => $listing->floor_minor,
                'ceiling' => $listing->ceiling_minor,
                'cost' => ($product->cost_currency ?? $own) === $currency ? $product->cost_minor : null,
                // Recommended and advertised prices are in the currency of the workspace, and never converted.
                'map' => $own === $currency ? $product->map_minor : null,
                'rrp' => $own === $currency ? $product->rrp_minor : null,
            ], fn (?int $figure): bool => $figure !== null)), ...$elsewhere === null ? [] : [Whose::OURS_ELSEWHERE => $elsewhere]],
            $offers,
            $holdsBuyBox,
            $states,
        );
    }

    /**
     * @param  string|null  $json  as listing_markets has it
     * @return list<SeenOffer>
     */
    private static function webOffers(?string $json, Listing $listing): array
    {
        $seen = [];
        foreach (WebOffers::entries($json) as $entry) {
            if (isset($entry['observed'])) {
                foreach (self::offers(json_encode([$entry['observed']], JSON_THROW_ON_ERROR), $listing) as $offer) {
                    $seen[] = new SeenOffer($offer->seller, $offer->landed, $offer->isInStock, ($entry['promotion'] ?? null) !== null);
                }
            }
        }

        return $seen;
    }

    /** @return list<SeenOffer> those in the same condition, whether or not they can be bought */
    private static function offers(string $json, Listing $listing): array
    {
        if ($json === '[]') {
            return [];
        }
        $currency = Currency::of($listing->channel->currency);
        $condition = $listing->condition;
        $seen = [];
        /** @var list<array<string, mixed>> $offers */
        $offers = json_decode($json, true, 8, JSON_THROW_ON_ERROR);
        foreach ($offers as $offer) {
            if (($offer['condition'] ?? 'new') === $condition) {
                $shipping = isset($offer['shipping']) ? $currency->parse((string) $offer['shipping']) : 0;
                $seen[] = new SeenOffer(
                    (string) $offer['seller'],
                    Basis::Landed->figure($currency->parse((string) $offer['price']), $shipping),
                    (bool) ($offer['in_stock'] ?? true),
                );
            }
        }

        return $seen;
    }
}
