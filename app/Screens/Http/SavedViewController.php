<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Accounts\Models\User;
use App\Screens\Models\SavedView;
use App\Support\Messages\Message;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Views of the listing list, each person's own. */
final readonly class SavedViewController
{
    #[OA\Get(
        path: '/api/v1/views',
        operationId: 'listViews',
        summary: 'Your saved views of the listing list',
        tags: ['Listings'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By name',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/SavedView'),
                ),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(
            $this->own($request)->orderBy('name')->get()->map(SavedViewResource::of(...))->values(),
        );
    }

    #[OA\Put(
        path: '/api/v1/views',
        operationId: 'saveView',
        summary: 'Save a view; one of the same name is replaced',
        tags: ['Listings'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['name', 'query'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'query', type: 'string'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Saved',
                content: new OA\JsonContent(ref: '#/components/schemas/SavedView'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(Request $request, #[CurrentUser] User $user): JsonResponse
    {
        /** @var array{name: string, query: string|null} $given */
        $given = $request->validate(
            ['name' => ['required', 'string', 'max:80'], 'query' => ['present', 'nullable', 'string', 'max:2000']],
            ['name.required' => Message::of('name_missing')->stored()],
        );

        return new JsonResponse(
            SavedViewResource::of(
                SavedView::query()->updateOrCreate(
                    ['user_id' => $user->id, 'name' => $given['name']],
                    ['query' => (string) $given['query']],
                ),
            ),
        );
    }

    #[OA\Delete(
        path: '/api/v1/views/{id}',
        operationId: 'dropView',
        summary: 'Drop a view',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [new OA\Response(response: 204, description: 'Dropped')],
    )]
    public function destroy(Request $request, int $id): JsonResponse
    {
        $this->own($request)->findOrFail($id)->delete();

        return new JsonResponse(null, 204);
    }

    /** @return Builder<SavedView> */
    private function own(Request $request): Builder
    {
        /** @var User $user */
        $user = $request->user();

        return SavedView::query()->where('user_id', $user->id);
    }
}
