<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Exports\CsvResponse;
use App\Channels\Models\Channel;
use App\Market\Actions\KeepRivalsGathered;
use App\Market\Models\Rival;
use App\Market\Rivals\MetListings;
use App\Market\Rivals\RivalMatrix;
use App\Support\Http\IdList;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Generator;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Where rivals stand beside us, on marketplaces and in shops of their own. */
final readonly class RivalStandingController
{
    private const ROWS = 100;

    private const MOST_RIVALS = 2_000;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/rivals/standings',
        operationId: 'rivalStandings',
        summary: 'All rivals: where each meets us, where it is cheaper, how it moves. What is old is worked out anew meanwhile',
        tags: ['Market'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it was last worked out',
                content: new OA\JsonContent(ref: '#/components/schemas/RivalStandings'),
            ),
        ],
    )]
    public function index(KeepRivalsGathered $keep): JsonResponse
    {
        $workspace = Workspace::query()->findOrFail($this->current->id());
        $isBehind = $keep->handle($workspace);
        $channels = Channel::query()->pluck('name', 'id');
        $rivals = Rival::query()
            ->orderByDesc('listings')
            ->orderBy('name')
            ->orderBy('id')
            ->limit(self::MOST_RIVALS)
            ->get()
            ->map(fn (Rival $rival) => RivalStanding::of($rival, $channels[$rival->channel_id] ?? null));

        return new JsonResponse(
            new RivalStandings(
                $workspace->rivals_gathered_at?->toRfc3339String(),
                $isBehind,
                array_values($rivals->all()),
            ),
        );
    }

    #[OA\Get(
        path: '/api/v1/rivals/{id}/listings',
        operationId: 'metListings',
        summary: 'The listings on which a rival is met: ours, theirs, and how theirs went',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'sort',
                in: 'query',
                description: 'With “-” before it downwards.',
                schema: new OA\Schema(
                    type: 'string',
                    enum: ['difference', '-difference', 'title', '-title', 'theirs', '-theirs', 'ours', '-ours'],
                ),
            ),
            new OA\Parameter(
                name: 'after',
                in: 'query',
                description: 'How many were received before.',
                schema: new OA\Schema(type: 'integer'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A hundred at most',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/MetListing')),
            ),
        ],
    )]
    public function listings(int $id, Request $request): JsonResponse
    {
        $sorts = array_keys(MetListings::SORTS);
        $request->validate([
            'sort' => ['sometimes', Rule::in([...$sorts, ...array_map(fn (string $sort) => "-{$sort}", $sorts)])],
            'after' => ['sometimes', 'integer', 'min:0', 'max:10000000'],
        ]);

        return new JsonResponse(
            (new MetListings(Rival::query()->findOrFail($id)))->rows(
                (string) $request->query('sort', 'difference'),
                $request->integer('after'),
                self::ROWS,
            ),
        );
    }

    #[OA\Get(
        path: '/api/v1/rivals/{id}/moves',
        operationId: 'rivalMoves',
        summary: 'How a rival moved, the latest first',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A hundred at most',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/RivalMove')),
            ),
        ],
    )]
    public function moves(int $id): JsonResponse
    {
        return new JsonResponse((new MetListings(Rival::query()->findOrFail($id)))->moves(self::ROWS));
    }

    #[OA\Get(
        path: '/api/v1/rivals/matrix',
        operationId: 'rivalMatrix',
        summary: 'Listings beside rivals, the widest difference first',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(
                name: 'rivals',
                in: 'query',
                description: 'Ids, with commas between them; else those that meet us most often.',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\Parameter(
                name: 'sort',
                in: 'query',
                description: '“lowest”: where they are furthest below us first; “-lowest”: furthest above.',
                schema: new OA\Schema(type: 'string', enum: ['lowest', '-lowest']),
            ),
            new OA\Parameter(
                name: 'after',
                in: 'query',
                description: 'How many were received before.',
                schema: new OA\Schema(type: 'integer'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A hundred rows at most',
                content: new OA\JsonContent(
                    required: ['rivals', 'total', 'rows'],
                    properties: [
                        new OA\Property(
                            property: 'rivals',
                            description: 'Those beside each other, by id.',
                            type: 'array',
                            items: new OA\Items(type: 'integer'),
                        ),
                        new OA\Property(property: 'total', description: 'Rows in all.', type: 'integer'),
                        new OA\Property(
                            property: 'rows',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/ComparedListing'),
                        ),
                    ],
                ),
            ),
        ],
    )]
    public function matrix(Request $request): JsonResponse
    {
        $request->validate(['after' => ['sometimes', 'integer', 'min:0', 'max:10000000']]);
        $matrix = $this->matrixOf($request);

        return new JsonResponse([
            'rivals' => $matrix->rivals->modelKeys(),
            'total' => $matrix->count(),
            'rows' => $matrix->rows($request->integer('after'), self::ROWS),
        ]);
    }

    #[OA\Get(
        path: '/api/v1/rivals/matrix/export',
        operationId: 'exportRivalMatrix',
        summary: 'Listings beside rivals, as a file',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(name: 'rivals', in: 'query', schema: new OA\Schema(type: 'string')),
            new OA\Parameter(
                name: 'sort',
                in: 'query',
                schema: new OA\Schema(type: 'string', enum: ['lowest', '-lowest']),
            ),
        ],
        responses: [
            new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv')),
        ],
    )]
    public function export(Request $request): StreamedResponse
    {
        $matrix = $this->matrixOf($request);
        $head = ['SKU', 'Title', 'Channel', 'Currency', 'Ours with shipping', 'Lowest of them %'];
        foreach ($matrix->rivals as $rival) {
            array_push($head, $rival->name, "{$rival->name} %");
        }

        return CsvResponse::of(
            'rivals-'.CarbonImmutable::now()->format('Y-m-d-Hi').'.csv',
            $head,
            $this->lines($matrix),
        );
    }

    /** @return Generator<list<string|int|null>> */
    private function lines(RivalMatrix $matrix): Generator
    {
        foreach ($matrix->all() as $row) {
            $line = [$row->sku, $row->title, $row->channel, $row->currency, $row->ours, $row->lowest_percent];
            $cells = array_column($row->rivals, null, 'rival');
            foreach ($matrix->rivals as $rival) {
                array_push($line, $cells[$rival->id]['theirs'] ?? null, $cells[$rival->id]['difference_percent'] ?? null);
            }
            yield $line;
        }
    }

    private function matrixOf(Request $request): RivalMatrix
    {
        $named = $request->query('rivals');
        $ids = is_string($named) && $named !== '' ? explode(',', $named) : null;
        validator(['rivals' => $ids ?? []], ['rivals' => [new IdList(RivalMatrix::MOST)]])->validate();
        $request->validate(['sort' => ['sometimes', Rule::in(['lowest', '-lowest'])]]);

        return RivalMatrix::of(
            $this->current->id(),
            $ids === null ? null : array_map(intval(...), $ids),
            $request->query('sort') === '-lowest',
        );
    }
}
