<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Accounts\Models\User;
use App\Pricing\Actions\ResolveRun;
use App\Pricing\Models\Run;
use App\Pricing\Models\RunState;
use App\Publishing\Actions\UndoRun;
use App\Publishing\Models\ChangeState;
use App\Publishing\Models\PriceChange;
use App\Publishing\Models\RunUndo;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Passes over listings: how far they are, what came out, and what a brake has stopped. */
final readonly class RunController
{
    private const RECENT = 50;

    private const MOVES = 12;

    #[OA\Get(
        path: '/api/v1/runs',
        operationId: 'listRuns',
        summary: 'The latest runs',
        tags: ['Runs'],
        parameters: [
            new OA\Parameter(
                name: 'state',
                in: 'query',
                schema: new OA\Schema(
                    type: 'string',
                    enum: ['deciding', 'held', 'released', 'discarded', 'failed'],
                ),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Latest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Run')),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        /** @var array{state?: string|null} $asked */
        $asked = $request->validate(['state' => ['nullable', Rule::enum(RunState::class)]]);
        $runs = Run::query()
            ->with('rule')
            ->when(isset($asked['state']), fn ($query) => $query->where('state', $asked['state']))
            ->orderByDesc('id')
            ->limit(self::RECENT)
            ->get();

        $undos = RunUndo::query()->whereIn('run_id', $runs->pluck('id'))->get()->keyBy('run_id');

        return new JsonResponse(
            $runs->map(fn (Run $run) => RunResource::of($run, $undos[$run->id] ?? null))->values(),
        );
    }

    #[OA\Get(
        path: '/api/v1/runs/{id}',
        operationId: 'showRun',
        summary: 'One run, with the largest of its moves',
        tags: ['Runs'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The run',
                content: new OA\JsonContent(
                    required: ['run', 'largest', 'changes'],
                    properties: [
                        new OA\Property(property: 'run', ref: '#/components/schemas/Run'),
                        new OA\Property(
                            property: 'largest',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/Change'),
                        ),
                        new OA\Property(
                            property: 'changes',
                            description: 'Its price changes, by how they stand.',
                            type: 'object',
                            additionalProperties: new OA\AdditionalProperties(type: 'integer'),
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
        $run = Run::query()->with('rule')->findOrFail($id);
        $largest = PriceChange::query()
            ->where('run_id', $id)
            ->where('state', '<>', ChangeState::Superseded)
            ->with(ChangeResource::WITH)
            ->orderByRaw('abs(to_minor - from_minor)::numeric / from_minor DESC, id')
            ->limit(self::MOVES)
            ->get();
        $changes = PriceChange::query()
            ->where('run_id', $id)
            ->toBase()
            ->groupBy('state')
            ->selectRaw('state, count(*) AS many')
            ->pluck('many', 'state')
            ->all();

        return new JsonResponse([
            'run' => RunResource::of($run, RunUndo::query()->find($id)),
            'largest' => $largest->map(ChangeResource::of(...))->values(),
            'changes' => (object) $changes,
        ]);
    }

    #[OA\Post(
        path: '/api/v1/runs/{id}/release',
        operationId: 'releaseRun',
        summary: 'Let a held run go on: its listings are decided again and sent',
        tags: ['Runs'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The run',
                content: new OA\JsonContent(ref: '#/components/schemas/Run'),
            ),
            new OA\Response(
                response: 409,
                description: 'It is not held',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function release(int $id, ResolveRun $resolve, #[CurrentUser] User $user): JsonResponse
    {
        return new JsonResponse(RunResource::of($resolve->release($id, $user->id)->load('rule'), null));
    }

    #[OA\Post(
        path: '/api/v1/runs/{id}/discard',
        operationId: 'discardRun',
        summary: 'Send nothing of a held run',
        tags: ['Runs'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(
                        property: 'pause',
                        description: 'Whether the listings it would have moved are paused.',
                        type: 'boolean',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The run',
                content: new OA\JsonContent(ref: '#/components/schemas/Run'),
            ),
            new OA\Response(
                response: 409,
                description: 'It is not held',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function discard(Request $request, int $id, ResolveRun $resolve, #[CurrentUser] User $user): JsonResponse
    {
        $request->validate(['pause' => ['sometimes', 'boolean']]);

        return new JsonResponse(
            RunResource::of(
                $resolve->discard($id, $user->id, $request->boolean('pause'))->load('rule'),
                null,
            ),
        );
    }

    #[OA\Post(
        path: '/api/v1/runs/{id}/undo',
        operationId: 'undoRun',
        summary: 'Take back what a run changed, as new changes within the limits; in the background',
        tags: ['Runs'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(
                        property: 'pause',
                        description: 'Whether its listings are paused, so that their rule does not move them again.',
                        type: 'boolean',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 202,
                description: 'It has begun: the run tells how far it is and what became of its changes',
                content: new OA\JsonContent(ref: '#/components/schemas/Run'),
            ),
        ],
    )]
    public function undo(Request $request, int $id, UndoRun $undo, #[CurrentUser] User $user): JsonResponse
    {
        $request->validate(['pause' => ['sometimes', 'boolean']]);
        $run = Run::query()->with('rule')->findOrFail($id);
        $begun = $undo->start($run, $user->id, $request->boolean('pause'));

        return new JsonResponse(RunResource::of($run, $begun), 202);
    }
}
