<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Screens\Today;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final readonly class TodayController
{
    #[OA\Get(
        path: '/api/v1/today',
        operationId: 'today',
        summary: 'The last 24 hours, how the listings stand, and what did not arrive',
        tags: ['Listings'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Today',
                content: new OA\JsonContent(ref: '#/components/schemas/Today'),
            ),
        ],
    )]
    public function __invoke(CurrentWorkspace $current): JsonResponse
    {
        return new JsonResponse((new Today($current->id()))->read());
    }
}
