<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Accounts\Models\User;
use App\Catalogue\Listings\SearchWords;
use App\Publishing\Actions\UndoChanges;
use App\Publishing\Models\PriceChange;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** The ledger. */
final readonly class ChangeController
{
    private const WITH = ['listing.channel', 'decision.ruleVersion.rule'];

    private const GROUPS = ['on_the_way' => ['held', 'queued', 'sending', 'sent'], 'confirmed' => ['confirmed'], 'failed' => ['refused', 'drifted'], 'superseded' => ['superseded', 'withdrawn']];

    #[OA\Get(path: '/api/v1/changes', operationId: 'listChanges', summary: 'The ledger of price changes, newest first', tags: ['Changes'],
        parameters: [
            new OA\Parameter(name: 'state', in: 'query', schema: new OA\Schema(type: 'string', enum: ['on_the_way', 'confirmed', 'failed', 'superseded'])),
            new OA\Parameter(name: 'q', in: 'query', schema: new OA\Schema(type: 'string')),
            new OA\Parameter(name: 'listing', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'before', in: 'query', description: 'From the last page.', schema: new OA\Schema(type: 'integer')),
        ],
        responses: [new OA\Response(response: 200, description: 'Changes', content: new OA\JsonContent(required: ['changes', 'next'], properties: [
            new OA\Property(property: 'changes', type: 'array', items: new OA\Items(ref: '#/components/schemas/Change')),
            new OA\Property(property: 'next', type: 'integer', nullable: true),
        ]))])]
    public function index(Request $request, CurrentWorkspace $current): JsonResponse
    {
        /** @var array{state?: string|null, q?: string|null, listing?: int|string|null, before?: int|string|null} $asked */
        $asked = $request->validate([
            'state' => ['nullable', 'string', 'in:'.implode(',', array_keys(self::GROUPS))], 'q' => ['nullable', 'string', 'max:120'],
            'listing' => ['nullable', 'integer'], 'before' => ['nullable', 'integer'],
        ]);
        $query = PriceChange::query()->with(self::WITH)->orderByDesc('id')->limit(100);
        if (isset($asked['state'])) {
            $query->whereIn('state', self::GROUPS[$asked['state']]);
        }
        if (isset($asked['listing'])) {
            $query->where('listing_id', (int) $asked['listing']);
        }
        if (isset($asked['before'])) {
            $query->where('id', '<', (int) $asked['before']);
        }
        SearchWords::narrow($query, 'listing_id', $asked['q'] ?? '', $current->id());
        $changes = $query->get();

        return new JsonResponse(['changes' => $changes->map(ChangeResource::of(...))->values(), 'next' => $changes->count() === 100 ? $changes->last()?->id : null]);
    }

    #[OA\Get(path: '/api/v1/changes/{id}', operationId: 'showChange', summary: 'One change, with the decision as it was made', tags: ['Changes'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 200, description: 'The change', content: new OA\JsonContent(required: ['change', 'decision', 'decided_at'], properties: [
                new OA\Property(property: 'change', ref: '#/components/schemas/Change'),
                new OA\Property(property: 'decision', nullable: true, oneOf: [new OA\Schema(ref: '#/components/schemas/Decision')]),
                new OA\Property(property: 'decided_at', type: 'string', format: 'date-time', nullable: true),
            ])),
            new OA\Response(response: 404, description: 'None', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ])]
    public function show(int $id): JsonResponse
    {
        $change = PriceChange::query()->with(self::WITH)->findOrFail($id);

        return new JsonResponse(['change' => ChangeResource::of($change), 'decision' => $change->decision?->asMade(), 'decided_at' => $change->decision?->decided_at->toIso8601ZuluString()]);
    }

    #[OA\Post(path: '/api/v1/changes/{id}/undo', operationId: 'undoChange', summary: 'Take one change back, as a new change within the limits', tags: ['Changes'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(content: new OA\JsonContent(properties: [new OA\Property(property: 'pause', description: 'Whether the listing is paused, so that its rule does not move it again.', type: 'boolean')])),
        responses: [new OA\Response(response: 200, description: 'What became of it', content: new OA\JsonContent(ref: '#/components/schemas/Undone'))])]
    public function undo(Request $request, int $id, UndoChanges $undo): JsonResponse
    {
        $request->validate(['pause' => ['sometimes', 'boolean']]);
        /** @var User $user */
        $user = $request->user();
        PriceChange::query()->findOrFail($id);

        return new JsonResponse($undo->handle(PriceChange::query()->whereKey($id), $user->id, $request->boolean('pause')));
    }
}
