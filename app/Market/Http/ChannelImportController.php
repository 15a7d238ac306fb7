<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Market\Models\ChannelImport;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

/** Progress of channel imports. */
final readonly class ChannelImportController
{
    #[OA\Get(
        path: '/api/v1/channel-imports',
        operationId: 'listChannelImports',
        summary: 'Channels that are being read, and how far that is',
        tags: ['Channels'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Those under way',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/ChannelImport'),
                ),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        return new JsonResponse(
            ChannelImport::query()->orderBy('channel_id')->get()->map(ChannelImportResource::of(...))->values(),
        );
    }
}
