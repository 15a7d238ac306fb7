<?php

declare(strict_types=1);

namespace App\Screens\Positions;

use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** How listings stood on the days that were kept, added up over whatever the query groups by. */
final readonly class PositionQuery
{
    /**
     * With listings and buy_box (added up over days), listings_a_day, met_a_day (with rivals) and indexed_a_day, the
     * shares buy_box_percent, cheapest_percent, between_percent and dearest_percent, rank, margin_percent,
     * markup_percent (averages over listings and days, two decimals), of_average and of_lowest (what all that have
     * rivals cost a buyer together, in percent of what they cost at rivals), and changes, units, revenue_minor and profit_minor (sums). Null where nothing is known.
     */
    public static function of(int $workspaceId): Builder
    {
        return DB::table('position_days')
            ->where('position_days.workspace_id', $workspaceId)
            ->selectRaw(
                <<<'SQL'
                sum(listings)::bigint AS listings, sum(buy_box)::bigint AS buy_box,
                round(sum(listings)::numeric / count(DISTINCT day))::bigint AS listings_a_day,
                round(sum(met)::numeric / count(DISTINCT day))::bigint AS met_a_day,
                round(sum(priced)::numeric / count(DISTINCT day))::bigint AS priced_a_day,
                round(sum(indexed)::numeric / count(DISTINCT day))::bigint AS indexed_a_day,
                round(100.0 * sum(buy_box) / nullif(sum(listings), 0), 1) AS buy_box_percent,
                round(100.0 * sum(cheapest) / nullif(sum(met) FILTER (WHERE cheapest IS NOT NULL), 0), 1) AS cheapest_percent,
                round(100.0 * sum(met - cheapest - dearest) / nullif(sum(met) FILTER (WHERE cheapest IS NOT NULL), 0), 1) AS between_percent,
                round(100.0 * sum(dearest) / nullif(sum(met) FILTER (WHERE cheapest IS NOT NULL), 0), 1) AS dearest_percent,
                round(sum(ranks)::numeric / nullif(sum(met), 0), 2) AS rank,
                round(sum(margins) / 100.0 / nullif(sum(priced), 0), 2) AS margin_percent,
                round(sum(markups) / 100.0 / nullif(sum(priced) FILTER (WHERE markups IS NOT NULL), 0), 2) AS markup_percent,
                round(100.0 * sum(ours_minor) / nullif(sum(average_minor), 0), 1) AS of_average,
                round(100.0 * sum(ours_minor) / nullif(sum(lowest_minor), 0), 1) AS of_lowest,
                sum(changes)::bigint AS changes, sum(units)::bigint AS units,
                sum(revenue_minor)::bigint AS revenue_minor, sum(profit_minor)::bigint AS profit_minor
                SQL,
            );
    }
}
