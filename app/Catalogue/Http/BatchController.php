<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\ApplyBatch;
use App\Catalogue\Actions\StartBatch;
use App\Catalogue\Batches\BatchRows;
use App\Catalogue\Exports\BatchReport;
use App\Catalogue\Listings\ListingSelection;
use App\Catalogue\Models\Batch;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use stdClass;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Changes to many listings or products: worked out first, then made, then taken back if need be. */
final readonly class BatchController
{
    private const RECENT = 30;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/batches',
        operationId: 'listBatches',
        summary: 'The latest bulk changes and imports',
        tags: ['Bulk'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Latest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Batch')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        return new JsonResponse(
            Batch::query()
                ->orderByDesc('created_at')
                ->orderByDesc('id')
                ->limit(self::RECENT)
                ->get()
                ->map(BatchResource::of(...))
                ->values(),
        );
    }

    #[OA\Post(
        path: '/api/v1/batches',
        operationId: 'startBatch',
        summary: 'Work out a change to many listings; nothing is changed yet',
        tags: ['Bulk'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['edit', 'wanted'],
                properties: [
                    new OA\Property(
                        property: 'edit',
                        type: 'string',
                        enum: [
                            'product',
                            'cost',
                            'limits',
                            'supplier',
                            'automation',
                            'price',
                            'prices',
                            'markup',
                            'rule',
                        ],
                    ),
                    new OA\Property(property: 'wanted', ref: '#/components/schemas/BulkEdit'),
                    new OA\Property(property: 'listings', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(property: 'filter', ref: '#/components/schemas/ListingFilter'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'It is being worked out',
                content: new OA\JsonContent(ref: '#/components/schemas/Batch'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request, StartBatch $start, #[CurrentUser] User $user): JsonResponse
    {
        $request->validate([
            'edit' => ['required', 'string', 'max:40'],
            'wanted' => ['present', 'array', 'max:10'],
            ...ListingSelection::rules(),
        ]);
        if (! $request->has('listings') && ! $request->has('filter')) {
            $request->validate(
                ['listings' => ['required']],
                ['listings.required' => Message::of('listings_missing')->stored()],
            );
        }
        /** @var array<string, mixed> $wanted */
        $wanted = (array) $request->input('wanted');
        $listings = $request->input('listings');
        $batch = $start->edit(
            Workspace::query()->findOrFail($this->current->id()),
            (string) $request->input('edit'),
            $wanted,
            is_array($listings) ? array_map(intval(...), array_values($listings)) : null,
            (array) $request->input('filter', []),
            $user->id,
        );

        return new JsonResponse(BatchResource::of($batch), 201);
    }

    #[OA\Get(
        path: '/api/v1/batches/{id}',
        operationId: 'showBatch',
        summary: 'How far it is',
        tags: ['Bulk'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The change',
                content: new OA\JsonContent(ref: '#/components/schemas/Batch'),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(string $id): JsonResponse
    {
        return new JsonResponse(BatchResource::of(Batch::query()->findOrFail($id)));
    }

    #[OA\Get(
        path: '/api/v1/batches/{id}/rows',
        operationId: 'listBatchRows',
        summary: 'What becomes of each row',
        tags: ['Bulk'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
            new OA\Parameter(
                name: 'show',
                in: 'query',
                description: 'Only rows of this verdict, those left alone, or those whose floors move the most',
                schema: new OA\Schema(
                    type: 'string',
                    enum: ['create', 'change', 'same', 'refused', 'left', 'moves'],
                ),
            ),
            new OA\Parameter(
                name: 'after',
                in: 'query',
                description: 'The position of the last row of the page before',
                schema: new OA\Schema(type: 'integer'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A hundred rows',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/BatchRow'),
                ),
            ),
        ],
    )]
    public function rows(Request $request, string $id): JsonResponse
    {
        /** @var array{show?: string|null, after?: int|string|null} $asked */
        $asked = $request->validate([
            'show' => ['nullable', Rule::in(['create', 'change', 'same', 'refused', 'left', 'moves'])],
            'after' => ['nullable', 'integer', 'min:0'],
        ]);
        $batch = Batch::query()->findOrFail($id);
        $show = $asked['show'] ?? null;
        $rows = BatchRows::of($batch)
            ->limit(100)
            ->select('batch_rows.*')
            ->selectSub(
                fn (Builder $of) => $of
                    ->select('title')
                    ->from('products')
                    ->whereColumn('products.id', 'batch_rows.product_id'),
                'title',
            );
        match ($show) {
            null => $rows->orderBy('position'),
            'moves' => $rows->whereNotNull('floor_move')->orderByRaw('abs(floor_move) DESC, position'),
            'left' => $rows->whereIn('state', ['left', 'kept'])->orderBy('position'),
            default => $rows->where('verdict', $show)->orderBy('position'),
        };
        if ($show !== 'moves') {
            $rows->where('position', '>', (int) ($asked['after'] ?? 0));
        }
        $money = Workspace::query()->findOrFail($this->current->id())->money();

        return new JsonResponse($rows->get()->map(fn (stdClass $row) => BatchRowResource::of($row, $money))->values());
    }

    #[OA\Post(
        path: '/api/v1/batches/{id}/apply',
        operationId: 'applyBatch',
        summary: 'Make the changes',
        tags: ['Bulk'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(
                        property: 'confirmed',
                        description: 'That floors move by more than is usual has been seen.',
                        type: 'boolean',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 202,
                description: 'Begun',
                content: new OA\JsonContent(ref: '#/components/schemas/Batch'),
            ),
            new OA\Response(
                response: 409,
                description: 'Not at that point',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'It asks first',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function apply(Request $request, string $id, ApplyBatch $apply): JsonResponse
    {
        $request->validate(['confirmed' => ['sometimes', 'boolean']]);

        return new JsonResponse(BatchResource::of($apply->apply($id, $request->boolean('confirmed'))), 202);
    }

    #[OA\Post(
        path: '/api/v1/batches/{id}/undo',
        operationId: 'undoBatch',
        summary: 'Take the changes back',
        tags: ['Bulk'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 202,
                description: 'Begun',
                content: new OA\JsonContent(ref: '#/components/schemas/Batch'),
            ),
            new OA\Response(
                response: 409,
                description: 'There is nothing to take back',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function undo(string $id, ApplyBatch $apply): JsonResponse
    {
        return new JsonResponse(BatchResource::of($apply->undo($id)), 202);
    }

    #[OA\Get(
        path: '/api/v1/batches/{id}/refused',
        operationId: 'refusedRows',
        summary: 'The rows that were refused, as a file with the reason in a column',
        tags: ['Bulk'],
        parameters: [
            new OA\Parameter(
                name: 'id',
                in: 'path',
                required: true,
                schema: new OA\Schema(type: 'string', format: 'uuid'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'CSV',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
        ],
    )]
    public function refused(string $id): StreamedResponse
    {
        return (new BatchReport(Batch::query()->with('import')->findOrFail($id)))->refused();
    }
}
