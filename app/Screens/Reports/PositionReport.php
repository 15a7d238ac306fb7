<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use stdClass;

/** Where listings stand among rivals, and how often the buy box is ours. */
final readonly class PositionReport implements Report
{
    public function charts(ReportScope $scope): array
    {
        $days = $scope->positionsByDay();

        return [
            ReportChart::byDay('buy_box_share', Unit::Percent, $days, ['buy_box_percent' => 'buy_box_share']),
            ReportChart::byDay('places', Unit::Percent, $days, [
                'cheapest_percent' => 'cheapest',
                'between_percent' => 'between',
                'dearest_percent' => 'dearest',
            ]),
            ReportChart::byDay('rank', Unit::Decimal, $days, ['rank' => 'rank']),
        ];
    }

    public function tables(ReportScope $scope): array
    {
        return GroupedTables::of(
            $scope->positions(...),
            [
                ReportColumn::of('listings_a_day', Unit::Count),
                ReportColumn::of('with_rivals', Unit::Count),
                ReportColumn::of('buy_box_share', Unit::Percent),
                ReportColumn::of('rank', Unit::Decimal),
                ReportColumn::of('cheapest', Unit::Percent),
                ReportColumn::of('between', Unit::Percent),
                ReportColumn::of('dearest', Unit::Percent),
            ],
            fn (stdClass $row) => [
                $row->listings_a_day,
                $row->met_a_day,
                $row->buy_box_percent,
                $row->rank,
                $row->cheapest_percent,
                $row->between_percent,
                $row->dearest_percent,
            ],
            'listings DESC',
        );
    }
}
