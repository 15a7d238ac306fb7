<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Notation;
use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\ChangeWorkspace;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use OpenApi\Attributes as OA;

final readonly class WorkspaceController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/workspace',
        operationId: 'showWorkspace',
        summary: 'Currency, tax, limits for everything, the main switch',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The workspace',
                content: new OA\JsonContent(ref: '#/components/schemas/Workspace'),
            ),
        ],
    )]
    public function show(): JsonResponse
    {
        return new JsonResponse(WorkspaceResource::of(Workspace::query()->findOrFail($this->current->id())));
    }

    #[OA\Patch(
        path: '/api/v1/workspace',
        operationId: 'changeWorkspace',
        summary: 'Change tax, limits or the main switch',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(
                        property: 'revision',
                        description: 'The one that was edited: refused with 409 if there is a later one.',
                        type: 'integer',
                    ),
                    new OA\Property(property: 'tax_percent', type: 'string'),
                    new OA\Property(property: 'tax_included', type: 'boolean'),
                    new OA\Property(
                        property: 'repricing',
                        description: 'running; rules_paused: nothing is decided by rules, what people set still goes; stopped: nothing leaves at all.',
                        type: 'string',
                        enum: ['running', 'rules_paused', 'stopped'],
                    ),
                    new OA\Property(
                        property: 'repricing_on',
                        description: 'In short: true for running, false for stopped.',
                        type: 'boolean',
                        deprecated: true,
                    ),
                    new OA\Property(property: 'floor_alarm_percent', type: 'string'),
                    new OA\Property(
                        property: 'time_zone',
                        description: 'Of the IANA time zone database: hours, days and dates are meant there.',
                        type: 'string',
                    ),
                    new OA\Property(property: 'locale', type: 'string', enum: Notation::class),
                    new OA\Property(
                        property: 'hand_price_stands',
                        description: 'What ends a price set by hand, where nothing else is said.',
                        type: 'string',
                        enum: ['market', 'hours', 'released'],
                    ),
                    new OA\Property(property: 'hand_price_hours', type: 'integer', maximum: 2160, minimum: 1),
                    new OA\Property(property: 'brake_listings_percent', type: 'string'),
                    new OA\Property(property: 'brake_move_percent', type: 'string'),
                    new OA\Property(property: 'rate_margin_percent', type: 'string'),
                    new OA\Property(property: 'rate_step_percent', type: 'string'),
                    new OA\Property(property: 'rate_days', type: 'integer', maximum: 366, minimum: 1),
                    new OA\Property(property: 'old_rates', type: 'string', enum: ['warn', 'block']),
                    new OA\Property(
                        property: 'rates_address',
                        description: 'Where a file of rates is fetched from twice a day.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(property: 'freeze', ref: '#/components/schemas/FreezeHours', nullable: true),
                    new OA\Property(property: 'limits', ref: '#/components/schemas/Limits'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is now',
                content: new OA\JsonContent(ref: '#/components/schemas/Workspace'),
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
    public function update(ChangeWorkspaceRequest $request, ChangeWorkspace $change): JsonResponse
    {
        return new JsonResponse(WorkspaceResource::of($change->handle($this->current->id(), $request->wanted(), $request->revision())));
    }
}
