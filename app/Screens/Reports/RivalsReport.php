<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use Illuminate\Database\Query\Builder;
use stdClass;

/** How rivals move: how often, when, by how much, and how long after us. */
final readonly class RivalsReport implements Report
{
    private const SHOWN = 200;

    private const HOURS = 24;

    public function charts(ReportScope $scope): array
    {
        $hours = self::moves($scope)
            ->selectRaw('extract(hour FROM m.moved_at AT TIME ZONE ?)::int AS hour, count(*) AS moves', [$scope->workspace->time_zone])
            ->groupBy('hour')
            ->pluck('moves', 'hour');
        $days = self::moves($scope)
            ->selectRaw('(m.moved_at AT TIME ZONE ?)::date AS day, count(*) AS moves', [$scope->workspace->time_zone])
            ->groupBy('day')
            ->pluck('moves', 'day');
        $labels = [];
        for ($day = $scope->from; $day <= $scope->to; $day = $day->addDay()) {
            $labels[] = $day->toDateString();
        }
        $moves = Message::of('report_moves');

        return [
            new ReportChart(
                Message::of('report_moves_by_hour'),
                Unit::Count,
                Unit::Hour,
                array_map(strval(...), range(0, self::HOURS - 1)),
                [new ReportSeries($moves, array_map(fn (int $hour) => (string) ($hours[$hour] ?? 0), range(0, self::HOURS - 1)))],
            ),
            new ReportChart(
                Message::of('report_moves_by_day'),
                Unit::Count,
                Unit::Day,
                $labels,
                [new ReportSeries($moves, array_map(fn (string $day) => (string) ($days[$day] ?? 0), $labels))],
            ),
        ];
    }

    public function tables(ReportScope $scope): array
    {
        $rows = self::moves($scope)
            ->join('rivals as r', 'r.id', '=', 'm.rival_id')
            ->leftJoin('channels as rc', 'rc.id', '=', 'r.channel_id')
            ->selectRaw(
                <<<'SQL'
                r.id, r.name, rc.name AS channel, count(*) AS moves, count(DISTINCT m.listing_id) AS listings,
                round(count(*)::numeric / ?, 1) AS a_day,
                round(100.0 * count(*) FILTER (WHERE m.to_minor < m.from_minor) / count(*), 0) AS down_percent,
                round((percentile_cont(0.5) WITHIN GROUP (
                    ORDER BY abs(m.to_minor - m.from_minor) * 100.0 / greatest(m.from_minor, 1)
                ))::numeric, 2) AS step_percent,
                mode() WITHIN GROUP (ORDER BY extract(hour FROM m.moved_at AT TIME ZONE ?)::int) AS hour,
                count(m.reaction_seconds) AS answers,
                percentile_disc(0.5) WITHIN GROUP (ORDER BY m.reaction_seconds) AS reaction_seconds,
                round(min(m.to_minor * 100.0 / greatest(l.price_minor + l.shipping_minor, 1)), 1) AS lowest_percent
                SQL,
                [$scope->days(), $scope->workspace->time_zone],
            )
            ->groupBy('r.id', 'r.name', 'rc.name')
            ->orderByDesc('moves')
            ->orderBy('r.name')
            ->limit(self::SHOWN)
            ->get();

        return [
            new ReportTable(
                'rivals',
                Message::of('report_by_rival'),
                [
                    ReportColumn::of('rival', Unit::Text),
                    ReportColumn::of('place', Unit::Text),
                    ReportColumn::of('moves', Unit::Count),
                    ReportColumn::of('a_day', Unit::Decimal),
                    ReportColumn::of('on_listings', Unit::Count),
                    ReportColumn::of('down', Unit::Percent),
                    ReportColumn::of('step', Unit::Percent),
                    ReportColumn::of('hour', Unit::Hour),
                    ReportColumn::of('answers', Unit::Count),
                    ReportColumn::of('reaction', Unit::Seconds),
                    ReportColumn::of('lowest_seen', Unit::Percent),
                ],
                array_values($rows->map(self::row(...))->all()),
                Message::of('report_rivals_note'),
            ),
        ];
    }

    private static function row(stdClass $row): ReportRow
    {
        return new ReportRow(
            [
                $row->name,
                $row->channel ?? Message::of('report_on_the_web'),
                $row->moves,
                $row->a_day,
                $row->listings,
                $row->down_percent,
                $row->step_percent,
                $row->hour,
                $row->answers,
                $row->reaction_seconds,
                $row->lowest_percent,
            ],
            "/rivals?rival={$row->id}",
        );
    }

    /** Changes from one price to another, as m, on listings that are meant. */
    private static function moves(ReportScope $scope): Builder
    {
        return $scope->listings()
            ->join('rival_moves as m', 'm.listing_id', '=', 'l.id')
            ->where('m.workspace_id', $scope->workspace->id)
            ->where('m.moved_at', '>=', $scope->begins())
            ->where('m.moved_at', '<', $scope->ends())
            ->whereNotNull('m.from_minor')
            ->whereNotNull('m.to_minor');
    }
}
