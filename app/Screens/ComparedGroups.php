<?php

declare(strict_types=1);

namespace App\Screens;

use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Models\Rule;
use App\Screens\Http\ComparedGroup;
use Illuminate\Support\Facades\DB;
use stdClass;

/** The listings a rule reprices beside those it holds back, since it was limited. */
final readonly class ComparedGroups
{
    public function __construct(private Rule $rule, private OwnCurrency $own)
    {
    }

    /** @return list<ComparedGroup> repriced, then held back */
    public function read(): array
    {
        $since = $this->rule->limited_since?->toDateString() ?? now()->toDateString();
        $rows = DB::select(
            <<<SQL
            SELECT l.is_compared, count(*) AS listings, count(*) FILTER (WHERE l.holds_buy_box) AS buy_box,
                coalesce(sum(s.units), 0) AS units, coalesce(round(sum(s.revenue_minor * own.factor)), 0) AS revenue,
                coalesce(round(sum(s.units * l.profit_minor * own.factor)), 0) AS profit
            FROM listings l
            JOIN channels c ON c.id = l.channel_id AND c.workspace_id = l.workspace_id
            LEFT JOIN {$this->own->factors()} ON own.currency = c.currency
            LEFT JOIN (
                SELECT listing_id, sum(units) AS units, sum(revenue_minor) AS revenue_minor
                FROM sales_days
                WHERE workspace_id = ? AND day >= ?::date
                GROUP BY listing_id
            ) s ON s.listing_id = l.id
            WHERE l.workspace_id = ? AND l.rule_id = ? GROUP BY l.is_compared ORDER BY l.is_compared
            SQL,
            [$this->rule->workspace_id, $since, $this->rule->workspace_id, $this->rule->id],
        );

        return array_map(
            fn (stdClass $row) => new ComparedGroup(
                (bool) $row->is_compared,
                (int) $row->listings,
                (int) $row->units,
                $this->own->currency->format((int) $row->revenue),
                $this->own->currency->format((int) $row->profit),
                (int) $row->buy_box,
            ),
            $rows,
        );
    }
}
