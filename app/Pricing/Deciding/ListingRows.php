<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Support\Database\IdArray;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Listings as plain rows, with what decisions on them are made from: they are read by the hundred thousand. */
final readonly class ListingRows
{
    /** Listings as l with product, supplier and costs; what limits and earnings need, and what they come to now. */
    public static function alone(int $workspaceId): Builder
    {
        return DB::table('listings as l')
            ->join('products as p', 'p.id', '=', 'l.product_id')
            ->leftJoin('suppliers as s', 's.id', '=', 'p.supplier_id')
            ->where('l.workspace_id', $workspaceId)
            ->orderBy('l.id')
            ->select([
                'l.id',
                'l.product_id',
                'l.channel_id',
                'l.sku',
                'l.price_minor',
                'l.shipping_minor',
                'l.fulfilment',
                'l.limits',
                'l.floor_minor',
                'l.ceiling_minor',
                'l.problem',
                'l.profit_minor',
                'l.margin_percent',
                'l.markup_percent',
                'p.sku as product',
                'p.category',
                'p.brand',
                's.name as supplier',
                'p.cost_minor',
                'p.cost_currency',
                'p.inbound_minor',
                'p.packaging_minor',
                'p.handling_minor',
                'p.shipping_cost_minor',
                'p.rrp_minor',
                'p.map_minor',
            ]);
    }

    /**
     * The same with the market as m, where the listing stands, and the decision that stands as d. Times in whole
     * seconds since 1970.
     */
    public static function withMarket(int $workspaceId): Builder
    {
        return self::alone($workspaceId)
            ->leftJoin('listing_markets as m', 'm.listing_id', '=', 'l.id')
            ->leftJoin('current_decisions as d', 'd.listing_id', '=', 'l.id')
            ->addSelect([
                'l.title',
                'l.stock',
                'l.condition',
                'l.list_price_minor',
                'l.holds_buy_box',
                'l.rule_id',
                'l.automation_on',
                'l.is_compared',
                'l.is_draft',
                'l.rank',
                'l.field_size',
                'l.lowest_minor',
                'm.packed',
                'm.web',
                'm.dropped',
                'd.decision_id',
                'd.outcome',
                'd.reason',
                'd.price_minor as decided_minor',
                'd.rule_version_id as decided_by',
            ])
            ->selectRaw(
                <<<'SQL'
                CASE WHEN m.packed IS NULL THEN m.offers END AS offers,
                extract(epoch FROM date_trunc('second', m.seen_at))::bigint AS seen_at,
                extract(epoch FROM l.last_changed_at)::bigint AS last_changed_at,
                (extract(epoch FROM m.changed_at) * 1000000)::bigint AS market_changed_at
                SQL,
            );
    }

    /** @return list<ListingRow> in the order of the query */
    public static function read(Builder $query): array
    {
        return array_values(array_map(ListingRow::of(...), $query->get()->all()));
    }

    /**
     * @param  list<int>  $listingIds
     * @return list<ListingRow> with their market, in the order of their ids
     */
    public static function among(int $workspaceId, array $listingIds): array
    {
        return self::read(self::withMarket($workspaceId)->whereRaw('l.id = ANY(?)', [IdArray::of($listingIds)]));
    }

    public static function find(int $workspaceId, int $listingId): ?ListingRow
    {
        return self::among($workspaceId, [$listingId])[0] ?? null;
    }

    /**
     * Locks listings until the end of the transaction. A statement of its own: what is read of the market after it is
     * what whoever held them before has left.
     *
     * @param  list<int>  $listingIds
     */
    public static function hold(int $workspaceId, array $listingIds): void
    {
        DB::select(
            <<<'SQL'
                SELECT count(*)
                FROM (SELECT FROM listings WHERE workspace_id = ? AND id = ANY(?) ORDER BY id FOR NO KEY UPDATE) AS held
                SQL,
            [$workspaceId, IdArray::of($listingIds)],
        );
    }
}
