<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Market\Models\Rival;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use stdClass;

/** Sellers whose offers have been seen. */
final readonly class RivalController
{
    private const MOST = 100;

    #[OA\Get(
        path: '/api/v1/rivals',
        operationId: 'listRivals',
        summary: 'Some of the sellers whose offers have been seen',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(
                name: 'q',
                in: 'query',
                description: 'A part of the name, or of what rules call the seller.',
                schema: new OA\Schema(type: 'string', maxLength: 120),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By name, a hundred at most',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Rival')),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        $request->validate(['q' => ['nullable', 'string', 'max:120']]);
        $part = '%'.addcslashes((string) $request->query('q'), '\\%_').'%';
        $rivals = Rival::query()
            ->toBase()
            ->leftJoin('channels', 'channels.id', '=', 'rivals.channel_id')
            ->where(
                fn (Builder $query) => $query
                    ->where('rivals.name', 'ilike', $part)
                    ->orWhere('rivals.seller', 'ilike', $part),
            )
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
