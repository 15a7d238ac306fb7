<?php

declare(strict_types=1);

namespace App\Screens\Reports;

use App\Accounts\Models\Workspace;
use App\Catalogue\Exports\CsvResponse;
use App\Market\Actions\KeepRivalsGathered;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Looking back over a period. */
#[OA\Parameter(parameter: 'report', name: 'report', in: 'path', required: true, schema: new OA\Schema(type: 'string', enum: ['changes', 'position', 'margin', 'price-index', 'rivals', 'unmoved', 'brakes']))]
final readonly class ReportController
{
    private const MOST_ROWS = 100_000;

    /** @var array<string, class-string<Report>> by the name in the address */
    private const REPORTS = [
        'changes' => ChangesReport::class,
        'position' => PositionReport::class,
        'margin' => MarginReport::class,
        'price-index' => PriceIndexReport::class,
        'rivals' => RivalsReport::class,
        'unmoved' => UnmovedReport::class,
        'brakes' => BrakesReport::class,
    ];

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/reports/{report}',
        operationId: 'showReport',
        summary: 'What a report says of a period',
        tags: ['Reports'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/report'),
            new OA\Parameter(ref: '#/components/parameters/report_from'),
            new OA\Parameter(ref: '#/components/parameters/report_to'),
            new OA\Parameter(ref: '#/components/parameters/report_channel'),
            new OA\Parameter(ref: '#/components/parameters/report_brand'),
            new OA\Parameter(ref: '#/components/parameters/report_category'),
            new OA\Parameter(ref: '#/components/parameters/report_window'),
        ],
        responses: [
            new OA\Response(response: 200, description: 'Two hundred single listings or cases at most', content: new OA\JsonContent(ref: '#/components/schemas/Report')),
            new OA\Response(response: 404, description: 'None of that name', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function show(string $report, Request $request, KeepRivalsGathered $keep): JsonResponse
    {
        $found = self::find($report);
        $workspace = $this->workspace();
        $scope = new ReportScope($workspace, $request->validate(ReportScope::rules($request)));

        return new JsonResponse(new ReportResource(
            $scope->currency()->code,
            $scope->fromDay(),
            $scope->toDay(),
            $keep->handle($workspace),
            $found->charts($scope),
            $found->tables($scope),
        ));
    }

    #[OA\Get(
        path: '/api/v1/reports/{report}/export',
        operationId: 'exportReport',
        summary: 'One table of it as CSV, with all its rows',
        tags: ['Reports'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/report'),
            new OA\Parameter(name: 'table', in: 'query', required: true, schema: new OA\Schema(type: 'string')),
            new OA\Parameter(ref: '#/components/parameters/report_from'),
            new OA\Parameter(ref: '#/components/parameters/report_to'),
            new OA\Parameter(ref: '#/components/parameters/report_channel'),
            new OA\Parameter(ref: '#/components/parameters/report_brand'),
            new OA\Parameter(ref: '#/components/parameters/report_category'),
            new OA\Parameter(ref: '#/components/parameters/report_window'),
        ],
        responses: [new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')))],
    )]
    public function export(string $report, Request $request): StreamedResponse
    {
        $found = self::find($report);
        $given = $request->validate([...ReportScope::rules($request), 'table' => ['required', 'string', 'max:40']]);
        $scope = new ReportScope($this->workspace(), $given, self::MOST_ROWS);
        $table = array_column($found->tables($scope), null, 'key')[$given['table']] ?? abort(404);
        $head = array_map(fn (ReportColumn $column): string => self::head($column, $scope), $table->columns);
        $rows = (function () use ($table): iterable {
            foreach ($table->rows as $row) {
                yield array_map(fn (string|int|Message|null $cell) => $cell instanceof Message ? (string) $cell : $cell, $row->cells);
            }
        })();

        return CsvResponse::of("{$report}-{$table->key}-{$scope->fromDay()}-{$scope->toDay()}.csv", $head, $rows);
    }

    private static function head(ReportColumn $column, ReportScope $scope): string
    {
        $unit = match ($column->unit) {
            Unit::Money => $scope->currency()->code,
            Unit::Percent, Unit::Change => '%',
            Unit::Seconds => 's',
            default => null,
        };

        return $unit === null ? (string) $column->name : "{$column->name} ({$unit})";
    }

    private static function find(string $report): Report
    {
        return app(self::REPORTS[$report] ?? abort(404));
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }
}
