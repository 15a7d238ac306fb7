<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Market\RecentSales;
use App\Support\Messages\Message;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use stdClass;
use Wrasse\Core\Money\PriceMove;

/** What brakes held, what became of it, and what it would have come to. */
final readonly class BrakesReport implements Report
{
    public function charts(ReportScope $scope): array
    {
        return [];
    }

    public function tables(ReportScope $scope): array
    {
        $sums = self::held($scope)
            ->selectRaw(
                <<<'SQL'
                brake, count(*) AS held, count(*) FILTER (WHERE to_minor < from_minor) AS lowered,
                count(*) FILTER (WHERE to_minor > from_minor) AS raised,
                count(*) FILTER (WHERE became = 'approved') AS approved,
                count(*) FILTER (WHERE became = 'edited') AS edited,
                count(*) FILTER (WHERE became IN ('rejected', 'discarded')) AS rejected,
                count(*) FILTER (WHERE became = 'gone') AS gone,
                count(*) FILTER (WHERE became = 'waiting') AS waiting,
                coalesce(round(sum(stake * factor) FILTER (
                    WHERE to_minor < from_minor AND became IN ('rejected', 'discarded', 'gone')
                )), 0)::bigint AS saved
                SQL,
            )
            ->groupBy('brake')
            ->orderBy('brake')
            ->get();
        $cases = self::held($scope)
            ->selectRaw('*, (asked_at AT TIME ZONE ?)::date AS day, round(from_minor * factor)::bigint AS own_from, round(to_minor * factor)::bigint AS own_to, round(stake * factor)::bigint AS own_stake', [$scope->workspace->time_zone])
            ->orderByRaw('own_stake DESC NULLS LAST, asked_at DESC')
            ->limit($scope->rows)
            ->get();
        $total = (int) $sums->sum('held');

        return [
            new ReportTable(
                'brakes',
                Message::of('report_by_brake'),
                [
                    ReportColumn::of('brake', Unit::Message),
                    ReportColumn::of('held', Unit::Count),
                    ReportColumn::of('would_lower', Unit::Count),
                    ReportColumn::of('would_raise', Unit::Count),
                    ReportColumn::of('approved', Unit::Count),
                    ReportColumn::of('edited', Unit::Count),
                    ReportColumn::of('rejected', Unit::Count),
                    ReportColumn::of('gone', Unit::Count),
                    ReportColumn::of('waiting', Unit::Count),
                    ReportColumn::of('saved', Unit::Money),
                ],
                array_values(
                    $sums
                        ->map(fn (stdClass $row) => new ReportRow([
                            Message::of("report_brake_{$row->brake}"),
                            $row->held,
                            $row->lowered,
                            $row->raised,
                            $row->approved,
                            $row->edited,
                            $row->rejected,
                            $row->gone,
                            $row->waiting,
                            $scope->money($row->saved),
                        ]))
                        ->all(),
                ),
                Message::of('report_brakes_note', days: RecentSales::DAYS),
            ),
            new ReportTable(
                'cases',
                Message::of('report_cases'),
                [
                    ReportColumn::of('listing', Unit::Text),
                    ReportColumn::of('sku', Unit::Below),
                    ReportColumn::of('day', Unit::Day),
                    ReportColumn::of('brake', Unit::Message),
                    ...ReportColumn::pair('was_and_became', 'from', 'would_be', Unit::Money),
                    ReportColumn::of('change', Unit::Change),
                    ReportColumn::of('became', Unit::Message),
                    ReportColumn::of('stake', Unit::Money),
                ],
                array_values(
                    $cases
                        ->map(fn (stdClass $row) => new ReportRow(
                            [
                                $row->title,
                                $row->sku,
                                $row->day,
                                Message::of("report_brake_{$row->brake}"),
                                $scope->money($row->own_from),
                                $scope->money($row->own_to),
                                (new PriceMove($row->from_minor, $row->to_minor))->percent(),
                                Message::of("report_became_{$row->became}"),
                                $scope->money($row->own_stake),
                            ],
                            "/listings?listing={$row->id}",
                        ))
                        ->all(),
                ),
                total: $total > $cases->count() ? $total : null,
            ),
        ];
    }

    /** Prices that a brake held, with what they come to on what was sold before: brake, from_minor, to_minor, asked_at, became, stake, factor. */
    private static function held(ReportScope $scope): Builder
    {
        $workspaceId = $scope->workspace->id;
        $of = 'l.id, l.title, l.sku, own.factor';
        $asked = $scope->listings()
            ->join('approvals as a', 'a.listing_id', '=', 'l.id')
            ->leftJoin(DB::raw($scope->own->factors()), 'own.currency', '=', 'c.currency')
            ->where('a.workspace_id', $workspaceId)
            ->where('a.reason', 'max_move')
            ->where('a.asked_at', '>=', $scope->begins())
            ->where('a.asked_at', '<', $scope->ends())
            ->selectRaw(
                <<<SQL
                {$of}, 'large_move' AS brake, a.from_minor, a.price_minor AS to_minor, a.asked_at, a.stake_minor AS stake,
                CASE WHEN a.state = 'approved' AND a.approved_minor <> a.price_minor THEN 'edited' ELSE a.state END AS became
                SQL,
            );
        $stopped = $scope->listings()
            ->join('price_changes as m', 'm.listing_id', '=', 'l.id')
            ->join('runs as r', 'r.id', '=', 'm.run_id')
            ->leftJoin(DB::raw($scope->own->factors()), 'own.currency', '=', 'c.currency')
            ->where('m.workspace_id', $workspaceId)
            ->where('m.queued_at', '>=', $scope->begins())
            ->where('m.queued_at', '<', $scope->ends())
            ->where(
                fn (Builder $either) => $either
                    ->where(fn (Builder $held) => $held->where('m.state', 'waiting')->where('m.waits_for', 'brake'))
                    ->orWhere(fn (Builder $discarded) => $discarded->where('m.state', 'withdrawn')->where('r.state', 'discarded')),
            )
            ->selectRaw(
                <<<SQL
                {$of}, 'run' AS brake, m.from_minor, m.to_minor, m.queued_at AS asked_at,
                abs(m.to_minor - m.from_minor) * greatest(1, (
                    SELECT sum(s.units)
                    FROM sales_days s
                    WHERE s.listing_id = l.id AND s.workspace_id = ? AND s.day < m.queued_at::date
                        AND s.day >= m.queued_at::date - ?::int
                )) AS stake,
                CASE WHEN m.state = 'waiting' THEN 'waiting' ELSE 'discarded' END AS became
                SQL,
                [$workspaceId, RecentSales::DAYS],
            );

        return DB::query()->fromSub($asked->unionAll($stopped), 'held');
    }
}
