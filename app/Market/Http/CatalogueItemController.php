<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Catalogue\Models\Listing;
use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\DriverRegistry;
use App\Channels\Ports\CatalogueSearch;
use App\Market\Catalogue\SearchCatalogue;
use App\Market\Catalogue\TieListing;
use App\Support\Messages\Message;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** The catalogue of a listing's channel, as its buyers search it. */
final readonly class CatalogueItemController
{
    private const LONGEST_SEARCH = 200;

    #[OA\Get(
        path: '/api/v1/listings/{id}/catalogue',
        operationId: 'searchCatalogue',
        summary: 'What a buyer of the channel finds, and whether it is the same as the listing',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'q', description: 'Left out: words made from the product.', in: 'query', schema: new OA\Schema(type: 'string', maxLength: 200)),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'In the order of the channel',
                content: new OA\JsonContent(required: ['words', 'currency', 'items'], properties: [
                    new OA\Property(property: 'words', description: 'That were searched for.', type: 'string'),
                    new OA\Property(property: 'currency', description: 'ISO 4217.', type: 'string'),
                    new OA\Property(property: 'items', type: 'array', items: new OA\Items(ref: '#/components/schemas/CatalogueItem')),
                ]),
            ),
            new OA\Response(response: 422, description: 'The channel cannot be searched, or does not answer', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function search(int $id, Request $request, SearchCatalogue $search): JsonResponse
    {
        $given = $request->validate(['q' => ['sometimes', 'nullable', 'string', 'max:'.self::LONGEST_SEARCH]]);
        $listing = Listing::query()->with(['product', 'channel'])->findOrFail($id);
        if (! DriverRegistry::has($listing->channel, CatalogueSearch::class)) {
            throw ValidationException::withMessages(['q' => Message::of('catalogue_not_searched', channel: $listing->channel->name)]);
        }
        $words = trim((string) ($given['q'] ?? '')) ?: SearchCatalogue::keywords($listing);
        try {
            $items = $search->handle($listing, $words);
        } catch (ChannelUnavailable|ChannelRefused $e) {
            throw ValidationException::withMessages(['q' => $e->said()]);
        }

        return new JsonResponse([
            'words' => $words,
            'currency' => $listing->channel->currency,
            'items' => array_map(CatalogueItemResource::of(...), $items),
        ]);
    }

    #[OA\Put(
        path: '/api/v1/listings/{id}/item',
        operationId: 'tieListing',
        summary: 'Say which entry of the catalogue a draft will be, so that its rivals are seen',
        tags: ['Market'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(required: ['item'], properties: [
                new OA\Property(property: 'item', description: 'Null: none of them.', type: 'string', maxLength: 255, nullable: true),
            ]),
        ),
        responses: [
            new OA\Response(response: 204, description: 'Its offers are fetched'),
            new OA\Response(response: 409, description: 'The channel lists it already', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function tie(int $id, Request $request, TieListing $tie): Response
    {
        $given = $request->validate(['item' => ['present', 'nullable', 'string', 'max:255']]);
        $tie->handle(Listing::query()->with('channel')->findOrFail($id), (string) ($given['item'] ?? ''));

        return new Response(status: 204);
    }
}
