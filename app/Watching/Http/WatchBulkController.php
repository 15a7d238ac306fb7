<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Jobs\ChangeWatchesJob;
use App\Watching\Jobs\WatchChange;
use App\Watching\Schedules\ScheduleDocument;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** What is done to many pages at once. */
final readonly class WatchBulkController
{
    /** So many are changed while one waits; more are changed in jobs of as many. */
    private const AT_ONCE = 500;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Patch(
        path: '/api/v1/watches',
        operationId: 'changeWatches',
        summary: 'Change some: when they are read, which variant is meant, whether they are paused',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                allOf: [
                    new OA\Schema(ref: '#/components/schemas/WatchSelection'),
                    new OA\Schema(
                        required: [],
                        properties: [
                            new OA\Property(property: 'schedule', ref: '#/components/schemas/WatchSchedule'),
                            new OA\Property(property: 'active_until', type: 'string', format: 'date', nullable: true),
                            new OA\Property(property: 'variant', type: 'string', maxLength: 255, nullable: true),
                            new OA\Property(property: 'note', type: 'string', maxLength: 255, nullable: true),
                            new OA\Property(property: 'is_paused', type: 'boolean'),
                        ],
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many there are; many are done one after another',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function update(Request $request): JsonResponse
    {
        $given = $request->validate([
            'schedule' => ['sometimes', 'array'],
            'is_paused' => ['sometimes', 'boolean'],
            ...WatchFields::rules(),
        ]);
        if (isset($given['schedule'])) {
            $given['schedule'] = ScheduleDocument::read($request->input('schedule'))->document();
        }

        return $this->each($request, WatchChange::Change, $given);
    }

    #[OA\Post(
        path: '/api/v1/watches/read',
        operationId: 'readWatches',
        summary: 'Have some read as soon as their sites may be asked',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                ref: '#/components/schemas/WatchSelection',
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many there are; many are done one after another',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function read(Request $request): JsonResponse
    {
        return $this->each($request, WatchChange::ReadNow);
    }

    #[OA\Post(
        path: '/api/v1/watches/remove',
        operationId: 'removeWatches',
        summary: 'End some: their offers do not count any more',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                ref: '#/components/schemas/WatchSelection',
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many there are; many are done one after another',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function remove(Request $request): JsonResponse
    {
        return $this->each($request, WatchChange::Remove);
    }

    /** @param  array<string, mixed>  $wanted */
    private function each(Request $request, WatchChange $change, array $wanted = []): JsonResponse
    {
        $ids = WatchSelection::ids($request, $this->current->id());
        foreach (array_chunk($ids, self::AT_ONCE) as $some) {
            $job = new ChangeWatchesJob($this->current->id(), $change, $some, $wanted);
            count($ids) <= self::AT_ONCE ? dispatch_sync($job) : dispatch($job);
        }

        return new JsonResponse(new WatchCount(count($ids)));
    }
}
