<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Models\Listing;
use App\Screens\Suggestions;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** Prices worth a look. One is accepted by setting the price, like any other. */
final readonly class SuggestionController
{
    private const DAYS = 30;

    #[OA\Get(
        path: '/api/v1/suggestions',
        operationId: 'listSuggestions',
        summary: 'Prices worth a look',
        tags: ['Listings'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Those that come to most first',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/Suggestion'),
                ),
            ),
        ],
    )]
    public function index(CurrentWorkspace $current): JsonResponse
    {
        return new JsonResponse((new Suggestions($current->id()))->read());
    }

    #[OA\Post(
        path: '/api/v1/suggestions/dismiss',
        operationId: 'dismissSuggestion',
        summary: 'Do not suggest it again for a month',
        tags: ['Listings'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['listing', 'kind'],
                properties: [
                    new OA\Property(property: 'listing', type: 'integer'),
                    new OA\Property(property: 'kind', type: 'string', enum: ['up', 'down']),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 204, description: 'Dismissed'),
            new OA\Response(
                response: 404,
                description: 'No such listing',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function dismiss(Request $request, CurrentWorkspace $current): JsonResponse
    {
        /** @var array{listing: int|string, kind: string} $given */
        $given = $request->validate(['listing' => ['required', 'integer'], 'kind' => ['required', 'in:up,down']]);
        $listing = Listing::query()->findOrFail((int) $given['listing']);
        DB::table('dismissed_suggestions')->upsert(
            [
                [
                    'workspace_id' => $current->id(),
                    'listing_id' => $listing->id,
                    'kind' => $given['kind'],
                    'until' => now()->addDays(self::DAYS),
                ],
            ],
            ['listing_id', 'kind'],
            ['until'],
        );

        return new JsonResponse(null, 204);
    }
}
