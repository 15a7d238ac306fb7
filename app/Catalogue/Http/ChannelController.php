<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Actions\ChangeChannel;
use App\Channels\Models\Channel;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final readonly class ChannelController
{
    #[OA\Get(
        path: '/api/v1/channels',
        operationId: 'listChannels',
        summary: 'Where prices go to and offers come from',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Channels',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/Channel'),
                ),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        return new JsonResponse(Channel::query()->orderBy('id')->get()->map(ChannelResource::of(...))->values());
    }

    #[OA\Patch(
        path: '/api/v1/channels/{id}',
        operationId: 'changeChannel',
        summary: 'Change fees or the switch',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(
                        property: 'revision',
                        description: 'The one that was edited: refused with 409 if there is a later one.',
                        type: 'integer',
                    ),
                    new OA\Property(
                        property: 'fees',
                        type: 'array',
                        items: new OA\Items(ref: '#/components/schemas/Fee'),
                    ),
                    new OA\Property(property: 'categories', ref: '#/components/schemas/CategoryTerms'),
                    new OA\Property(
                        property: 'tax_percent',
                        description: 'As people type it; empty: that of the workspace.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(property: 'tax_included', type: 'boolean', nullable: true),
                    new OA\Property(property: 'automation_on', type: 'boolean'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is now',
                content: new OA\JsonContent(ref: '#/components/schemas/Channel'),
            ),
            new OA\Response(
                response: 409,
                description: 'Someone else changed it meanwhile',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(ChangeChannelRequest $request, int $id, ChangeChannel $change): JsonResponse
    {
        return new JsonResponse(ChannelResource::of($change->handle($id, $request->wanted(), $request->revision())));
    }
}
