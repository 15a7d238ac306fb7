<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Actions\ReleaseHandPrice;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final readonly class HandPriceController
{
    #[OA\Delete(
        path: '/api/v1/listings/{id}/hand-price',
        operationId: 'releaseHandPrice',
        summary: 'Let the rule of a listing decide again, though its price was set by hand',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(response: 204, description: 'Released, or there was none'),
            new OA\Response(
                response: 404,
                description: 'No such listing',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function destroy(int $id, ReleaseHandPrice $release): JsonResponse
    {
        $release->handle($id);

        return new JsonResponse(null, 204);
    }
}
