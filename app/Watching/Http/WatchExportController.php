<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Exports\ReadingExport;
use App\Watching\Exports\WatchExport;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder as QueryBuilder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Pages and their readings as files. */
final readonly class WatchExportController
{
    private const USUAL_DAYS = 30;

    private const MOST_DAYS = 400;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/watches/export',
        operationId: 'exportWatches',
        summary: 'Pages that are read with the newest price of each, as a file that can be imported again',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'listing', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'site', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'show',
                in: 'query',
                schema: new OA\Schema(type: 'string', enum: ['all', 'attention']),
            ),
        ],
        responses: [
            new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv')),
        ],
    )]
    public function watches(Request $request): StreamedResponse
    {
        $request->validate(WatchFilter::rules());

        return (new WatchExport(WatchFilter::of($request->query())->watches($this->current->id())))->file($this->name('pages'));
    }

    #[OA\Get(
        path: '/api/v1/readings/export',
        operationId: 'exportReadings',
        summary: 'What came of reading pages in the last days, as a file',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'watch', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'site', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'days',
                in: 'query',
                schema: new OA\Schema(type: 'integer', default: self::USUAL_DAYS, maximum: self::MOST_DAYS, minimum: 1),
            ),
        ],
        responses: [
            new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv')),
        ],
    )]
    public function readings(Request $request): StreamedResponse
    {
        $request->validate([
            'watch' => ['sometimes', 'integer'],
            'site' => ['sometimes', 'integer'],
            'days' => ['sometimes', 'integer', 'min:1', 'max:'.self::MOST_DAYS],
        ]);
        $readings = DB::table('readings as r')
            ->join('watches as w', 'w.id', '=', 'r.watch_id')
            ->join('sites as s', 's.id', '=', 'w.site_id')
            ->leftJoin('listings as l', 'l.id', '=', 'w.listing_id')
            ->where('r.workspace_id', $this->current->id())
            ->where('r.read_at', '>=', now()->subDays($request->integer('days', self::USUAL_DAYS)))
            ->when($request->has('watch'), fn (QueryBuilder $query) => $query->where('w.id', $request->integer('watch')))
            ->when($request->has('site'), fn (QueryBuilder $query) => $query->where('s.id', $request->integer('site')));

        return (new ReadingExport($readings))->file($this->name('readings'));
    }

    private function name(string $what): string
    {
        return $what.'-'.CarbonImmutable::now()->format('Y-m-d-Hi').'.csv';
    }
}
