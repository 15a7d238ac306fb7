<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use Illuminate\Database\Query\Builder;
use Illuminate\Database\Query\JoinClause;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Listings whose price did not change at all, and why not; what is said first is what has to be mended first. */
final readonly class UnmovedReport implements Report
{
    private const WHY = <<<'SQL'
        CASE
            WHEN l.problem IS NOT NULL OR l.floor_minor IS NULL OR l.ceiling_minor IS NULL THEN 'cannot_be_priced'
            WHEN l.rule_id IS NULL THEN 'no_rule'
            WHEN NOT l.automation_on THEN 'off'
            WHEN NOT ru.is_on THEN 'rule_off'
            WHEN a.listing_id IS NOT NULL THEN 'needs_approval'
            WHEN coalesce(l.stock, 1) <= 0 THEN 'out_of_stock'
            WHEN l.price_minor = l.floor_minor THEN 'at_floor'
            WHEN l.price_minor = l.ceiling_minor THEN 'at_ceiling'
            WHEN coalesce(l.field_size, 0) = 0 THEN 'no_rivals'
            WHEN d.reason = 'holding_buy_box' THEN 'holding_buy_box'
            WHEN d.reason = 'already_there' THEN 'already_there'
            ELSE 'rule_keeps'
        END
        SQL;

    /** Filters of the listing list that show the same. */
    private const LINKS = [
        'cannot_be_priced' => '/listings?state=no_limits',
        'no_rule' => '/listings?state=no_rule',
        'off' => '/listings?state=paused',
        'needs_approval' => '/today',
        'out_of_stock' => '/listings?state=out_of_stock',
        'at_floor' => '/listings?state=at_floor',
        'no_rivals' => '/listings?state=alone',
        'rule_off' => '/rules',
    ];

    public function charts(ReportScope $scope): array
    {
        return [];
    }

    public function tables(ReportScope $scope): array
    {
        $reasons = self::unmoved($scope)
            ->selectRaw(self::WHY.' AS why, count(*) AS listings, sum(s.units)::bigint AS units, round(sum(s.revenue * coalesce(own.factor, 0)))::bigint AS revenue')
            ->groupBy('why')
            ->orderByDesc('listings')
            ->get();
        $listings = self::unmoved($scope)
            ->selectRaw(
                'l.id, l.title, l.sku, c.name AS channel, '.self::WHY.' AS why, s.units, round(s.revenue * own.factor)::bigint AS revenue, round(l.price_minor * own.factor)::bigint AS price, (m.moved_at AT TIME ZONE ?)::date AS moved',
                [$scope->workspace->time_zone],
            )
            ->leftJoinLateral(
                fn (Builder $query) => $query
                    ->from('own_price_moves')
                    ->whereColumn('listing_id', 'l.id')
                    ->where('workspace_id', $scope->workspace->id)
                    ->selectRaw('max(moved_at) AS moved_at'),
                'm',
            )
            ->orderByRaw('revenue DESC NULLS LAST, l.id')
            ->limit($scope->rows)
            ->get();
        $total = (int) $reasons->sum('listings');

        return [
            new ReportTable(
                'reasons',
                Message::of('report_by_reason'),
                [
                    ReportColumn::of('why', Unit::Message),
                    ReportColumn::of('listings', Unit::Count),
                    ReportColumn::of('units', Unit::Count),
                    ReportColumn::of('revenue', Unit::Money),
                ],
                array_values(
                    $reasons
                        ->map(fn (stdClass $row) => new ReportRow(
                            [self::why($row->why), $row->listings, $row->units ?? 0, $scope->money($row->revenue ?? 0)],
                            self::LINKS[$row->why] ?? null,
                        ))
                        ->all(),
                ),
            ),
            new ReportTable(
                'listings',
                Message::of('report_listings'),
                [
                    ReportColumn::of('listing', Unit::Text),
                    ReportColumn::of('sku', Unit::Below),
                    ReportColumn::of('channel', Unit::Text),
                    ReportColumn::of('why', Unit::Message),
                    ReportColumn::of('last_moved', Unit::Day),
                    ReportColumn::of('price', Unit::Money),
                    ReportColumn::of('units', Unit::Count),
                    ReportColumn::of('revenue', Unit::Money),
                ],
                array_values(
                    $listings
                        ->map(fn (stdClass $row) => new ReportRow(
                            [
                                $row->title,
                                $row->sku,
                                $row->channel,
                                self::why($row->why),
                                $row->moved,
                                $scope->money($row->price),
                                $row->units ?? 0,
                                $scope->money($row->revenue ?? 0),
                            ],
                            "/listings?listing={$row->id}",
                        ))
                        ->all(),
                ),
                total: $total > $listings->count() ? $total : null,
            ),
        ];
    }

    private static function why(string $code): Message
    {
        return Message::of("report_why_{$code}");
    }

    private static function unmoved(ReportScope $scope): Builder
    {
        $workspaceId = $scope->workspace->id;

        return $scope->listings()
            ->leftJoin('rules as ru', 'ru.id', '=', 'l.rule_id')
            ->leftJoin('current_decisions as d', 'd.listing_id', '=', 'l.id')
            ->leftJoin('approvals as a', fn (JoinClause $join) => $join->on('a.listing_id', '=', 'l.id')->where('a.state', 'waiting'))
            ->leftJoin(DB::raw($scope->own->factors()), 'own.currency', '=', 'c.currency')
            ->leftJoinSub(
                fn (Builder $query) => $query
                    ->from('sales_days')
                    ->where('workspace_id', $workspaceId)
                    ->whereBetween('day', [$scope->fromDay(), $scope->toDay()])
                    ->groupBy('listing_id')
                    ->selectRaw('listing_id, sum(units) AS units, sum(revenue_minor) AS revenue'),
                's',
                's.listing_id',
                '=',
                'l.id',
            )
            ->whereNotExists(
                fn (Builder $query) => $query
                    ->from('own_price_moves')
                    ->whereColumn('own_price_moves.listing_id', 'l.id')
                    ->where('own_price_moves.workspace_id', $workspaceId)
                    ->where('moved_at', '>=', $scope->begins())
                    ->where('moved_at', '<', $scope->ends()),
            );
    }
}
