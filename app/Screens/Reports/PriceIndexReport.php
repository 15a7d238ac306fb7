<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use Illuminate\Database\Query\Builder;
use stdClass;

/**
 * What ours cost a buyer together in percent of what the same costs at rivals: 100 is the same, more is dearer. A ratio of
 * sums (the Dutot index of the Consumer Price Index Manual, ILO and others, 2004, chapter 20; from memory).
 */
final readonly class PriceIndexReport implements Report
{
    public function charts(ReportScope $scope): array
    {
        $days = $scope->positionsByDay();

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
        $of = fn (string $days): string => "round(100.0 * sum(ours_minor) FILTER (WHERE {$days}) / nullif(sum(average_minor) FILTER (WHERE {$days}), 0), 1)";

        return $scope->positions()->selectRaw("{$of('day < ?')} AS first_half, {$of('day >= ?')} AS second_half", [$half, $half, $half, $half]);
    }
}
