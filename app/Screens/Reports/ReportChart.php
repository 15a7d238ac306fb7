<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Support\Messages\Message;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ReportChart')]
final readonly class ReportChart
{
    /**
     * @param  list<string>  $labels  days, or hours of the day
     * @param  list<ReportSeries>  $series
     */
    public function __construct(
        #[OA\Property(ref: '#/components/schemas/Message')] public Message $name,
        #[OA\Property(type: 'string', enum: Unit::class)] public Unit $unit,
        #[OA\Property(description: 'Of the labels.', type: 'string', enum: Unit::class)] public Unit $along,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $labels,
        #[OA\Property(type: 'array', items: new OA\Items(ref: ReportSeries::class))] public array $series,
    ) {
    }

    /**
     * One figure a day of each of some columns.
     *
     * @param  list<\stdClass>  $days  rows with day
     * @param  array<string, string>  $columns  codes of messages, without report_, by column
     * @param  (callable(int|null): ?string)|null  $format  null: as it is
     */
    public static function byDay(string $name, Unit $unit, array $days, array $columns, ?callable $format = null): self
    {
        $format ??= fn (string|int|null $figure): ?string => $figure === null ? null : (string) $figure;
        $series = [];
        foreach ($columns as $column => $code) {
            $series[] = new ReportSeries(Message::of("report_{$code}"), array_map(fn (\stdClass $day) => $format($day->{$column}), $days));
        }

        return new self(Message::of("report_{$name}"), $unit, Unit::Day, array_column($days, 'day'), $series);
    }
}
