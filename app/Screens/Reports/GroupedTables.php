<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use Closure;
use Illuminate\Database\Query\Builder;
use stdClass;

/** The same figures by category, by brand, by channel and by day. */
final readonly class GroupedTables
{
    private const NONE = ['category' => 'report_no_category', 'brand' => 'report_no_brand', 'channel' => 'report_not_told_apart'];

    /**
     * @param  Closure(): Builder  $query  anew for each table
     * @param  list<ReportColumn>  $columns  after the first, which says the group
     * @param  Closure(stdClass): list<string|int|Message|null>  $cells
     * @param  string  $order  of SQL, of groups that are not days
     * @return list<ReportTable>
     */
    public static function of(Closure $query, array $columns, Closure $cells, string $order): array
    {
        $groups = [
            'category' => ['position_days.category', Unit::Text],
            'brand' => ['position_days.brand', Unit::Text],
            'channel' => ['channels.name', Unit::Text],
            'day' => ['day', Unit::Day],
        ];
        $tables = [];
        foreach ($groups as $group => [$column, $unit]) {
            $rows = $query()
                ->leftJoin('channels', 'channels.id', '=', 'position_days.channel_id')
                ->selectRaw("{$column} AS of")
                ->groupByRaw($column)
                ->orderByRaw($group === 'day' ? 'day DESC' : $order)
                ->get();
            $tables[] = new ReportTable(
                "by_{$group}",
                Message::of("report_by_{$group}"),
                [ReportColumn::of($group, $unit), ...$columns],
                array_values(
                    $rows
                        ->map(fn (stdClass $row) => new ReportRow([($row->of ?? '') === '' ? Message::of(self::NONE[$group]) : $row->of, ...$cells($row)]))
                        ->all(),
                ),
            );
        }

        return $tables;
    }
}
