<?php

declare(strict_types=1);

namespace App\Channels\Http;

use App\Channels\Drivers\File\FolderDelivery;
use App\Channels\Models\Channel;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Price files that were written for a channel, to be fetched from here. */
final readonly class PriceFileController
{
    private const SHOWN = 100;

    #[OA\Get(
        path: '/api/v1/channels/{id}/files',
        operationId: 'listPriceFiles',
        summary: 'Files written for a channel, the latest first',
        tags: ['Channels'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Files',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(
                        required: ['name', 'written_at', 'bytes'],
                        properties: [
                            new OA\Property(property: 'name', type: 'string'),
                            new OA\Property(property: 'written_at', type: 'string', format: 'date-time'),
                            new OA\Property(property: 'bytes', type: 'integer'),
                        ],
                    ),
                ),
            ),
        ],
    )]
    public function index(int $id): JsonResponse
    {
        $files = glob($this->folder($id).'/prices-*.csv') ?: [];
        rsort($files);

        return new JsonResponse(
            array_map(
                fn (string $file) => [
                    'name' => basename($file),
                    'written_at' => gmdate('Y-m-d\TH:i:s\Z', (int) filemtime($file)),
                    'bytes' => (int) filesize($file),
                ],
                array_slice($files, 0, self::SHOWN),
            ),
        );
    }

    #[OA\Get(
        path: '/api/v1/channels/{id}/files/{name}',
        operationId: 'getPriceFile',
        summary: 'One of them',
        tags: ['Channels'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'name', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'CSV',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(int $id, string $name): BinaryFileResponse
    {
        $path = $this->folder($id)."/{$name}";
        if (preg_match('/^prices-[0-9a-f-]{36}\.csv$/D', $name) !== 1 || ! is_file($path)) {
            throw new NotFoundHttpException();
        }

        return new BinaryFileResponse(
            $path,
            headers: [
                'Content-Type' => 'text/csv; charset=UTF-8',
                'Content-Disposition' => "attachment; filename=\"{$name}\"",
            ],
        );
    }

    private function folder(int $channelId): string
    {
        return FolderDelivery::folder(Channel::query()->findOrFail($channelId)->key);
    }
}
