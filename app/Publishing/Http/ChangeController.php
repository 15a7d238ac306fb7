<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Accounts\Models\User;
use App\Catalogue\Exports\CsvResponse;
use App\Catalogue\Listings\SearchWords;
use App\Publishing\Actions\UndoChanges;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Support\Http\IdList;
use App\Support\Tenancy\CurrentWorkspace;
use Generator;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The ledger. */
final readonly class ChangeController
{
    private const GROUPS = [
        'on_the_way' => ChangeState::OPEN,
        'confirmed' => ['confirmed'],
        'failed' => ['refused', 'failed'],
        'superseded' => ['superseded', 'withdrawn'],
    ];

    #[OA\Get(
        path: '/api/v1/changes',
        operationId: 'listChanges',
        summary: 'The ledger of price changes, newest first',
        tags: ['Changes'],
        parameters: [
            new OA\Parameter(
                name: 'state',
                in: 'query',
                schema: new OA\Schema(
                    type: 'string',
                    enum: ['on_the_way', 'confirmed', 'failed', 'superseded', 'to_acknowledge'],
                ),
            ),
            new OA\Parameter(name: 'q', in: 'query', schema: new OA\Schema(type: 'string')),
            new OA\Parameter(name: 'listing', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'run', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'rule', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'by',
                in: 'query',
                description: 'Who set it off.',
                schema: new OA\Schema(type: 'string', enum: ['rule', 'person']),
            ),
            new OA\Parameter(
                name: 'days',
                in: 'query',
                description: 'Of the last days only.',
                schema: new OA\Schema(type: 'integer', maximum: 400, minimum: 1),
            ),
            new OA\Parameter(
                name: 'before',
                in: 'query',
                description: 'From the last page.',
                schema: new OA\Schema(type: 'integer'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Changes',
                content: new OA\JsonContent(
                    required: ['changes', 'next'],
                    properties: [
                        new OA\Property(
                            property: 'changes',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/Change'),
                        ),
                        new OA\Property(property: 'next', type: 'integer', nullable: true),
                    ],
                ),
            ),
        ],
    )]
    public function index(Request $request, CurrentWorkspace $current): JsonResponse
    {
        $query = $this->asked($request, $current)->with(ChangeResource::WITH)->limit(100);
        $before = $request->validate(['before' => ['nullable', 'integer']])['before'] ?? null;
        if ($before !== null) {
            $query->where('id', '<', (int) $before);
        }
        $changes = $query->get();

        return new JsonResponse([
            'changes' => $changes->map(ChangeResource::of(...))->values(),
            'next' => $changes->count() === 100 ? $changes->last()?->id : null,
        ]);
    }

    #[OA\Post(
        path: '/api/v1/changes/acknowledge',
        operationId: 'acknowledgeChanges',
        summary: 'Prices set by people that did not go out have been seen',
        tags: ['Changes'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['ids'],
                properties: [
                    new OA\Property(
                        property: 'ids',
                        type: 'array',
                        items: new OA\Items(type: 'integer'),
                        maxItems: 500,
                    ),
                ],
            ),
        ),
        responses: [new OA\Response(response: 204, description: 'They are no longer shown under Today')],
    )]
    public function acknowledge(Request $request): JsonResponse
    {
        /** @var array{ids: list<int>} $given */
        $given = $request->validate(['ids' => ['required', new IdList(500)]]);
        PriceChange::toAcknowledge()
            ->whereIn('id', $given['ids'])
            ->update(['acknowledged_at' => now()]);

        return new JsonResponse(null, 204);
    }

    #[OA\Get(
        path: '/api/v1/changes/waiting',
        operationId: 'countWaiting',
        summary: 'How many prices wait, and for what',
        tags: ['Changes'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By channel',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        required: ['channel_id', 'waits_for', 'many'],
                        properties: [
                            new OA\Property(property: 'channel_id', type: 'integer'),
                            new OA\Property(
                                property: 'waits_for',
                                type: 'string',
                                enum: ['brake', 'hours', 'switch'],
                            ),
                            new OA\Property(property: 'many', type: 'integer'),
                        ],
                    ),
                ),
            ),
        ],
    )]
    public function waiting(): JsonResponse
    {
        $waiting = PriceChange::query()->where('state', ChangeState::Waiting)->toBase();

        return new JsonResponse(
            $waiting
                ->groupBy('channel_id', 'waits_for')
                ->orderBy('channel_id')
                ->selectRaw('channel_id, waits_for, count(*) AS many')
                ->get(),
        );
    }

    #[OA\Get(
        path: '/api/v1/changes/export',
        operationId: 'exportChanges',
        summary: 'The ledger as a CSV file; filters as for the list',
        tags: ['Changes'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'CSV',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
        ],
    )]
    public function export(Request $request, CurrentWorkspace $current): StreamedResponse
    {
        $header = [
            'Number',
            'Listing',
            'SKU',
            'Title',
            'Channel',
            'Currency',
            'Before',
            'After',
            'Change',
            'Change %',
            'State',
            'Waits for',
            'Reason',
            'Cause',
            'Rule',
            'Version',
            'By',
            'Run',
            'Problem',
            'Attempts',
            'Queued',
            'Sent',
            'Settled',
        ];
        $rows = function () use ($request, $current): Generator {
            foreach ($this->asked($request, $current)->with(ChangeResource::WITH)->lazyByIdDesc(1_000) as $change) {
                yield array_slice(array_values(get_object_vars(ChangeResource::of($change))), 0, 23);
            }
        };

        return CsvResponse::of('changes-'.now()->format('Y-m-d').'.csv', $header, $rows());
    }

    #[OA\Get(
        path: '/api/v1/changes/{id}',
        operationId: 'showChange',
        summary: 'One change, with the decision as it was made',
        tags: ['Changes'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The change',
                content: new OA\JsonContent(
                    required: ['change', 'decision', 'decided_at'],
                    properties: [
                        new OA\Property(property: 'change', ref: '#/components/schemas/Change'),
                        new OA\Property(
                            property: 'decision',
                            nullable: true,
                            oneOf: [new OA\Schema(ref: '#/components/schemas/Decision')],
                        ),
                        new OA\Property(
                            property: 'decided_at',
                            type: 'string',
                            format: 'date-time',
                            nullable: true,
                        ),
                    ],
                ),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(int $id): JsonResponse
    {
        $change = PriceChange::query()->with(ChangeResource::WITH)->findOrFail($id);

        return new JsonResponse([
            'change' => ChangeResource::of($change),
            'decision' => $change->decision?->asMade(),
            'decided_at' => $change->decision?->decided_at->toIso8601ZuluString(),
        ]);
    }

    #[OA\Post(
        path: '/api/v1/changes/{id}/undo',
        operationId: 'undoChange',
        summary: 'Take one change back, as a new change within the limits',
        tags: ['Changes'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(
                        property: 'pause',
                        description: 'Whether the listing is paused, so that its rule does not move it again.',
                        type: 'boolean',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What became of it',
                content: new OA\JsonContent(ref: '#/components/schemas/Undone'),
            ),
        ],
    )]
    public function undo(Request $request, int $id, UndoChanges $undo, #[CurrentUser] User $user): JsonResponse
    {
        $request->validate(['pause' => ['sometimes', 'boolean']]);
        PriceChange::query()->findOrFail($id);

        return new JsonResponse(
            $undo->handle([$id], $user->id, $request->boolean('pause')),
        );
    }

    /** @return Builder<PriceChange> newest first */
    private function asked(Request $request, CurrentWorkspace $current): Builder
    {
        /**
         * @var array{
         *     state?: string|null,
         *     q?: string|null,
         *     listing?: int|string|null,
         *     run?: int|string|null,
         *     rule?: int|string|null,
         *     by?: string|null,
         *     days?: int|string|null,
         * } $asked
         */
        $asked = $request->validate([
            'state' => ['nullable', 'string', 'in:to_acknowledge,'.implode(',', array_keys(self::GROUPS))],
            'q' => SearchWords::rules(),
            'listing' => ['nullable', 'integer'],
            'run' => ['nullable', 'integer'],
            'rule' => ['nullable', 'integer'],
            'by' => ['nullable', 'in:rule,person'],
            'days' => ['nullable', 'integer', 'min:1', 'max:400'],
        ]);
        $state = $asked['state'] ?? null;
        $query = ($state === 'to_acknowledge' ? PriceChange::toAcknowledge() : PriceChange::query())->orderByDesc('id');
        foreach (['listing' => 'listing_id', 'run' => 'run_id'] as $name => $column) {
            $query->when(
                isset($asked[$name]),
                fn (Builder $query) => $query->where($column, (int) ($asked[$name] ?? 0)),
            );
        }
        if (isset(self::GROUPS[$state])) {
            $query->whereIn('state', self::GROUPS[$state]);
        }
        if (isset($asked['rule'])) {
            $query->whereHas(
                'decision.ruleVersion',
                fn (Builder $version) => $version->where('rule_id', (int) $asked['rule']),
            );
        }
        if (isset($asked['by'])) {
            $asked['by'] === 'person' ? $query->whereNotNull('user_id') : $query->whereNull('user_id');
        }
        if (isset($asked['days'])) {
            $query->where('queued_at', '>=', now()->subDays((int) $asked['days']));
        }
        SearchWords::narrow($query, 'listing_id', $asked['q'] ?? '', $current->id());

        return $query;
    }
}
