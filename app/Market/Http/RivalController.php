<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Market\Models\Rival;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;
use stdClass;

/** Sellers whose offers have been seen. */
final readonly class RivalController
{
    private const MOST = 1_000;

    #[OA\Get(
        path: '/api/v1/rivals',
        operationId: 'listRivals',
        summary: 'Sellers whose offers have been seen',
        tags: ['Market'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By name',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Rival')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $rivals = Rival::query()
            ->toBase()
            ->join('channels', 'channels.id', '=', 'rivals.channel_id')
            ->orderBy('rivals.name')
            ->orderBy('rivals.id')
            ->limit(self::MOST)
            ->get(['rivals.seller', 'rivals.name', 'channels.name as channel']);

        return new JsonResponse(
            $rivals
                ->map(fn (stdClass $rival) => new RivalResource($rival->seller, $rival->name, $rival->channel))
                ->values(),
        );
    }
}
