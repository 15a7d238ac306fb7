<?php

declare(strict_types=1);

namespace App\Publishing\Http;

use App\Catalogue\Channels\ChannelKind;
use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;
use App\Market\Marketplace\Sources;
use App\Publishing\Channels\Delivery\ToFolder;
use App\Publishing\Channels\Drivers;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Str;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Whether a channel can be reached, and the files that were written for one. */
final readonly class ChannelDeliveryController
{
    private const FILES = 100;

    #[OA\Post(path: '/api/v1/channels/{id}/try', operationId: 'tryChannel', summary: 'See whether a channel can be reached; a file or message without prices is sent where that is the only way to know', tags: ['Channels'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 200, description: 'What came of it', content: new OA\JsonContent(required: ['works', 'message'], properties: [
            new OA\Property(property: 'works', type: 'boolean'), new OA\Property(property: 'message', type: 'string'),
        ]))])]
    public function try(int $id, Drivers $drivers): JsonResponse
    {
        $channel = Channel::query()->findOrFail($id);
        try {
            $said = in_array($channel->kind, ChannelKind::SOURCES, true)
                ? 'It answers, with '.count(Sources::of($channel)->listings()['listings']).' listings on the first page.'
                : 'Sent without prices: '.$drivers->of($channel)->submit($channel, (string) Str::uuid7(), []).'.';
            $channel->answered();

            return new JsonResponse(['works' => true, 'message' => $said]);
        } catch (ChannelUnavailable|ChannelRefused $e) {
            return new JsonResponse(['works' => false, 'message' => $e->getMessage()]);
        }
    }

    #[OA\Get(path: '/api/v1/channels/{id}/files', operationId: 'listPriceFiles', summary: 'Files written for a channel, the latest first', tags: ['Channels'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 200, description: 'Files', content: new OA\JsonContent(type: 'array', items: new OA\Items(required: ['name', 'written_at', 'bytes'], properties: [
            new OA\Property(property: 'name', type: 'string'), new OA\Property(property: 'written_at', type: 'string', format: 'date-time'), new OA\Property(property: 'bytes', type: 'integer'),
        ])))])]
    public function files(int $id): JsonResponse
    {
        $files = glob(ToFolder::folder(Channel::query()->findOrFail($id)).'/prices-*.csv') ?: [];
        rsort($files);

        return new JsonResponse(array_map(fn (string $file) => ['name' => basename($file), 'written_at' => gmdate('Y-m-d\TH:i:s\Z', (int) filemtime($file)), 'bytes' => (int) filesize($file)], array_slice($files, 0, self::FILES)));
    }

    #[OA\Get(path: '/api/v1/channels/{id}/files/{name}', operationId: 'getPriceFile', summary: 'One of them', tags: ['Channels'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'name', in: 'path', required: true, schema: new OA\Schema(type: 'string')),
        ],
        responses: [new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string'))), new OA\Response(response: 404, description: 'None', content: new OA\JsonContent(ref: '#/components/schemas/Problem'))])]
    public function file(int $id, string $name): BinaryFileResponse
    {
        $path = ToFolder::folder(Channel::query()->findOrFail($id))."/{$name}";
        if (preg_match('/^prices-[0-9a-f-]{36}\.csv$/D', $name) !== 1 || ! is_file($path)) {
            throw new NotFoundHttpException;
        }

        return new BinaryFileResponse($path, headers: ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => "attachment; filename=\"{$name}\""]);
    }
}
