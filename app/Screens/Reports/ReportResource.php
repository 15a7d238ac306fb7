<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use OpenApi\Attributes as OA;

/** What a report says of a period. */
#[OA\Schema(schema: 'Report')]
final readonly class ReportResource
{
    /**
     * @param  list<ReportChart>  $charts
     * @param  list<ReportTable>  $tables
     */
    public function __construct(
        #[OA\Property(description: 'Of all amounts; ISO 4217.')] public string $currency,
        #[OA\Property(description: 'The first day, where the workspace is.', format: 'date')] public string $from,
        #[OA\Property(description: 'The last day.', format: 'date')] public string $to,
        #[OA\Property(description: 'Whether moves of rivals and of ours are still being worked out.')] public bool $is_behind,
        #[OA\Property(type: 'array', items: new OA\Items(ref: ReportChart::class))] public array $charts,
        #[OA\Property(type: 'array', items: new OA\Items(ref: ReportTable::class))] public array $tables,
    ) {
    }
}
