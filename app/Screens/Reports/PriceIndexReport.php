<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use Illuminate\Database\Query\Builder;
use stdClass;

/** What ours cost a buyer in percent of what rivals ask for the same: 100 is the same, more is dearer. */
final readonly class PriceIndexReport implements Report
{
    public function charts(ReportScope $scope): array
    {
        $days = $scope->positions()->addSelect('day')->groupBy('day')->orderBy('day')->get()->all();

        return [
            ReportChart::byDay('index', Unit::Percent, $days, ['of_average' => 'of_average', 'of_lowest' => 'of_lowest']),
        ];
    }

    public function tables(ReportScope $scope): array
    {
        return GroupedTables::of(
            fn (): Builder => self::withHalves($scope),
            [
                ReportColumn::of('compared', Unit::Count),
                ReportColumn::of('of_average', Unit::Percent),
                ReportColumn::of('first_half', Unit::Percent),
                ReportColumn::of('second_half', Unit::Percent),
                ReportColumn::of('of_lowest', Unit::Percent),
            ],
            fn (stdClass $row) => [
                $row->indexed_a_day,
                $row->of_average,
                $row->first_half,
                $row->second_half,
                $row->of_lowest,
            ],
            'of_average DESC NULLS LAST',
        );
    }

    private static function withHalves(ReportScope $scope): Builder
    {
        $half = $scope->from->addDays(intdiv($scope->days(), 2))->toDateString();
        $of = fn (string $days): string => "round(sum(of_average) FILTER (WHERE {$days}) / 100.0 / nullif(sum(indexed) FILTER (WHERE {$days}), 0), 2)";

        return $scope->positions()->selectRaw("{$of('day < ?')} AS first_half, {$of('day >= ?')} AS second_half", [$half, $half, $half, $half]);
    }
}
