<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use stdClass;

/** What listings earn, as a share of the price and of the cost, and what came in. */
final readonly class MarginReport implements Report
{
    public function charts(ReportScope $scope): array
    {
        $days = $scope->positionsByDay();

        return [
            ReportChart::byDay('margin_and_markup', Unit::Percent, $days, ['margin_percent' => 'margin', 'markup_percent' => 'markup']),
            ReportChart::byDay(
                'money',
                Unit::Money,
                $days,
                ['revenue_minor' => 'revenue', 'profit_minor' => 'profit'],
                $scope->money(...),
            ),
        ];
    }

    public function tables(ReportScope $scope): array
    {
        return GroupedTables::of(
            $scope->positions(...),
            [
                ReportColumn::of('with_cost', Unit::Count),
                ReportColumn::of('margin', Unit::Percent),
                ReportColumn::of('markup', Unit::Percent),
                ReportColumn::of('units', Unit::Count),
                ReportColumn::of('revenue', Unit::Money),
                ReportColumn::of('profit', Unit::Money),
            ],
            fn (stdClass $row) => [
                $row->priced_a_day,
                $row->margin_percent,
                $row->markup_percent,
                $row->units,
                $scope->money($row->revenue_minor),
                $scope->money($row->profit_minor),
            ],
            'profit_minor DESC NULLS LAST',
        );
    }
}
