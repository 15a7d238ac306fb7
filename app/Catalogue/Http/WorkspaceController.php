<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Actions\ChangeWorkspace;
use App\Catalogue\Models\Workspace;
use App\Support\Schedule\HoursOfDay;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

final readonly class WorkspaceController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(path: '/api/v1/workspace', operationId: 'showWorkspace', summary: 'Currency, tax, limits for everything, the main switch', tags: ['Catalogue'], responses: [
        new OA\Response(response: 200, description: 'The workspace', content: new OA\JsonContent(ref: '#/components/schemas/Workspace')),
    ])]
    public function show(): JsonResponse
    {
        return new JsonResponse(WorkspaceResource::of(Workspace::query()->findOrFail($this->current->id())));
    }

    #[OA\Patch(path: '/api/v1/workspace', operationId: 'changeWorkspace', summary: 'Change tax, limits or the main switch', tags: ['Catalogue'],
        requestBody: new OA\RequestBody(required: true, content: new OA\JsonContent(properties: [
            new OA\Property(property: 'tax_percent', type: 'string'), new OA\Property(property: 'tax_included', type: 'boolean'),
            new OA\Property(property: 'repricing_on', type: 'boolean'), new OA\Property(property: 'floor_alarm_percent', type: 'string'),
            new OA\Property(property: 'brake_listings_percent', type: 'string'), new OA\Property(property: 'brake_move_percent', type: 'string'), new OA\Property(property: 'freeze', ref: '#/components/schemas/FreezeHours', nullable: true), new OA\Property(property: 'limits', ref: '#/components/schemas/Limits'),
        ])),
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/Workspace')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ])]
    public function update(Request $request, ChangeWorkspace $change): JsonResponse
    {
        /** @var array{tax_percent?: string, tax_included?: bool, repricing_on?: bool, floor_alarm_percent?: string, brake_listings_percent?: string, brake_move_percent?: string, freeze?: array{from: string, to: string, time_zone: string}|null, limits?: array<mixed>} $wanted */
        $wanted = $request->validate([
            'tax_percent' => ['sometimes', 'string', 'max:12'], 'tax_included' => ['sometimes', 'boolean'],
            'repricing_on' => ['sometimes', 'boolean'], 'limits' => ['sometimes', 'array'], 'floor_alarm_percent' => ['sometimes', 'string', 'max:12'],
            'freeze' => ['sometimes', 'nullable', 'array:from,to,time_zone'], 'freeze.from' => ['required_with:freeze', 'string', 'regex:'.HoursOfDay::TIME], 'freeze.to' => ['required_with:freeze', 'string', 'regex:'.HoursOfDay::TIME, 'different:freeze.from'], 'freeze.time_zone' => ['required_with:freeze', 'timezone:all'],
            'brake_listings_percent' => ['sometimes', 'string', 'max:12'], 'brake_move_percent' => ['sometimes', 'string', 'max:12'],
        ], ['freeze.*.regex' => 'Expected a time of day such as 22:00.', 'freeze.to.different' => 'Expected another time than the one it begins at.']);
        $limits = $request->input('limits');

        return new JsonResponse(WorkspaceResource::of($change->handle($this->current->id(), is_array($limits) ? [...$wanted, 'limits' => $limits] : $wanted)));
    }
}
