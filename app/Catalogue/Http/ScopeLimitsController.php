<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\SetScopeLimits;
use App\Catalogue\Limits\Scope;
use App\Catalogue\Models\LimitScope;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;

/** Limits that stand between those for everything and those of a single listing. */
final readonly class ScopeLimitsController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/limits',
        operationId: 'listLimits',
        summary: 'Limits of channels, suppliers, categories, brands and products',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'From the most general to the most specific',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/ScopeLimits'),
                ),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $order = array_flip(array_column(Scope::cases(), 'value'));
        $all = LimitScope::query()->orderBy('name')->get()->sortBy(fn (LimitScope $set) => $order[$set->scope->value]);

        return new JsonResponse(
            $all->map(fn (LimitScope $set) => ScopeLimitsResource::of($set, $this->count($set)))->values(),
        );
    }

    #[OA\Put(
        path: '/api/v1/limits',
        operationId: 'setLimits',
        summary: 'Set the limits of one of them; without any term they are taken away',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['scope', 'name', 'limits', 'version'],
                properties: [
                    new OA\Property(property: 'scope', type: 'string', enum: Scope::class),
                    new OA\Property(property: 'name', description: 'Of the product its SKU.', type: 'string'),
                    new OA\Property(property: 'limits', ref: '#/components/schemas/Limits'),
                    new OA\Property(
                        property: 'version',
                        description: 'The version that was edited; 0 where there was none.',
                        type: 'integer',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'As they are now',
                content: new OA\JsonContent(ref: '#/components/schemas/ScopeLimits'),
            ),
            new OA\Response(response: 204, description: 'Taken away'),
            new OA\Response(
                response: 409,
                description: 'Changed by someone else meanwhile',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(Request $request, SetScopeLimits $set): JsonResponse
    {
        /** @var array{scope: string, name: string, version: int|string} $given */
        $given = $request->validate([
            'scope' => ['required', 'string', Rule::enum(Scope::class)],
            'name' => ['required', 'string', 'max:255'],
            'limits' => ['present', 'array'],
            'version' => ['required', 'integer', 'min:0'],
        ]);
        $workspace = Workspace::query()->findOrFail($this->current->id());
        $stored = $set->handle(
            $workspace,
            Scope::from($given['scope']),
            $given['name'],
            (array) $request->input('limits'),
            (int) $given['version'],
        );

        return $stored === null
            ? new JsonResponse(null, 204)
            : new JsonResponse(ScopeLimitsResource::of($stored, $this->count($stored)));
    }

    private function count(LimitScope $set): int
    {
        return $set->scope->listings($set->name, $this->current->id())->count();
    }
}
