<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Catalogue\Models\Listing;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\UnknownHost;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\AnswerReading;
use App\Watching\Models\Watch;
use App\Watching\Schedules\ScheduleDocument;
use App\Watching\Trust\CountedOffers;
use Illuminate\Database\Eloquent\Collection as EloquentCollection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Pages of other shops that are read for listings. */
final readonly class WatchController
{
    private const AT_ONCE = 100;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/watches',
        operationId: 'listWatches',
        summary: 'Pages that are read',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'listing', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'site', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'show',
                in: 'query',
                description: '“attention”: only those that a person has to look at.',
                schema: new OA\Schema(type: 'string', enum: ['all', 'attention']),
            ),
            new OA\Parameter(
                name: 'after',
                in: 'query',
                description: 'The id of the last one that was received.',
                schema: new OA\Schema(type: 'integer'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By id, a hundred at most',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Watch')),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        $request->validate(['after' => ['sometimes', 'integer'], ...WatchFilter::rules()]);
        $watches = WatchFilter::of($request->query())
            ->watches($this->current->id())
            ->where('id', '>', $request->integer('after'))
            ->orderBy('id')
            ->limit(self::AT_ONCE)
            ->get();

        return new JsonResponse($this->resources($watches));
    }

    #[OA\Get(
        path: '/api/v1/watches/count',
        operationId: 'countWatches',
        summary: 'How many pages match',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'listing', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'site', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'show',
                in: 'query',
                schema: new OA\Schema(type: 'string', enum: ['all', 'attention']),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Their number',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function count(Request $request): JsonResponse
    {
        $request->validate(WatchFilter::rules());

        return new JsonResponse(new WatchCount(WatchFilter::of($request->query())->watches($this->current->id())->count()));
    }

    #[OA\Get(
        path: '/api/v1/watches/{id}',
        operationId: 'watch',
        summary: 'One page that is read',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is now',
                content: new OA\JsonContent(ref: '#/components/schemas/Watch'),
            ),
        ],
    )]
    public function show(int $id): JsonResponse
    {
        return $this->one(Watch::query()->findOrFail($id));
    }

    #[OA\Post(
        path: '/api/v1/watches',
        operationId: 'addWatch',
        summary: 'Watch a page; it is read at once',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['url'],
                properties: [
                    new OA\Property(property: 'url', type: 'string', maxLength: 2000),
                    new OA\Property(
                        property: 'listing_id',
                        description: 'Null: one is proposed once the page has been read.',
                        type: 'integer',
                        nullable: true,
                    ),
                    new OA\Property(property: 'variant', type: 'string', maxLength: 255, nullable: true),
                    new OA\Property(property: 'note', type: 'string', maxLength: 255, nullable: true),
                    new OA\Property(property: 'schedule', ref: '#/components/schemas/WatchSchedule'),
                    new OA\Property(property: 'active_until', type: 'string', format: 'date', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'It is watched',
                content: new OA\JsonContent(ref: '#/components/schemas/Watch'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request, AddWatches $add): JsonResponse
    {
        /** @var array{url: string, listing_id?: int|null, variant?: string|null, note?: string|null, active_until?: string|null} $given */
        $given = $request->validate([
            'url' => ['required', 'string'],
            'listing_id' => ['sometimes', 'nullable', 'integer'],
            'schedule' => ['sometimes', 'array'],
            ...WatchFields::rules(),
        ]);
        $schedule = ScheduleDocument::read($request->input('schedule', ScheduleDocument::USUAL));
        $listing = isset($given['listing_id']) ? Listing::query()->findOrFail($given['listing_id']) : null;
        try {
            $address = $add->address($given['url']);
        } catch (ForbiddenAddress|UnknownHost $e) {
            throw ValidationException::withMessages(['url' => $e->said()]);
        }
        $watch = $add->add($this->current->id(), $listing, $address, [
            'variant' => $given['variant'] ?? null,
            'note' => $given['note'] ?? null,
            'active_until' => $given['active_until'] ?? null,
            'schedule' => $schedule->document(),
        ]);

        return new JsonResponse($this->resources(new Collection([$watch->refresh()]))[0], 201);
    }

    #[OA\Post(
        path: '/api/v1/watches/{id}/confirm',
        operationId: 'confirmReading',
        summary: 'Say that the last reading is the price you see: it counts',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['reading'],
                properties: [
                    new OA\Property(property: 'reading', description: 'The one that was looked at.', type: 'integer'),
                    new OA\Property(
                        property: 'listing_id',
                        description: 'What it is a price of, where that was not said before.',
                        type: 'integer',
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'It counts',
                content: new OA\JsonContent(ref: '#/components/schemas/Watch'),
            ),
            new OA\Response(
                response: 409,
                description: 'The page has been read again since',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function confirm(int $id, Request $request, AnswerReading $answer): JsonResponse
    {
        $request->validate(['reading' => ['required', 'integer'], 'listing_id' => ['sometimes', 'nullable', 'integer']]);
        $listing = $request->filled('listing_id') ? Listing::query()->findOrFail($request->integer('listing_id')) : null;

        return $this->one($answer->confirm($id, $request->integer('reading'), $listing));
    }

    #[OA\Post(
        path: '/api/v1/watches/{id}/reject',
        operationId: 'rejectReading',
        summary: 'Say that the last reading is wrong: nothing of this page counts until one is confirmed',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['reading'],
                properties: [
                    new OA\Property(property: 'reading', description: 'The one that was looked at.', type: 'integer'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'It does not count',
                content: new OA\JsonContent(ref: '#/components/schemas/Watch'),
            ),
            new OA\Response(
                response: 409,
                description: 'The page has been read again since',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function reject(int $id, Request $request, AnswerReading $answer): JsonResponse
    {
        $request->validate(['reading' => ['required', 'integer']]);

        return $this->one($answer->reject($id, $request->integer('reading')));
    }

    private function one(Watch $watch): JsonResponse
    {
        return new JsonResponse($this->resources(new Collection([$watch]))[0]);
    }

    /**
     * @param  Collection<int, Watch>  $watches
     * @return list<WatchResource>
     */
    private function resources(Collection $watches): array
    {
        EloquentCollection::make($watches)->loadMissing(['site.webHost', 'listing.channel', 'proposedListing.channel']);
        $landed = CountedOffers::landed($watches);

        return array_values(
            $watches
                ->map(fn (Watch $watch) => WatchResource::of($watch, $landed[$watch->id] ?? null))
                ->all(),
        );
    }
}
