<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Catalogue\Models\Listing;
use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\UnknownHost;
use App\Support\Http\IdList;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Actions\AddWatches;
use App\Watching\Actions\AnswerReading;
use App\Watching\Actions\ChangeWatches;
use App\Watching\Models\Verdict;
use App\Watching\Models\Watch;
use App\Watching\Models\WatchState;
use App\Watching\Schedules\ScheduleDocument;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Collection as EloquentCollection;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** Pages of other shops that are read for listings. */
final readonly class WatchController
{
    private const AT_ONCE = 100;

    private const MOST_CHANGED = 10_000;

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
        $request->validate([
            'listing' => ['sometimes', 'integer'],
            'site' => ['sometimes', 'integer'],
            'show' => ['sometimes', Rule::in(['all', 'attention'])],
            'after' => ['sometimes', 'integer'],
        ]);
        $watches = Watch::query()
            ->when($request->has('listing'), fn (Builder $query) => $query->where('listing_id', $request->integer('listing')))
            ->when($request->has('site'), fn (Builder $query) => $query->where('site_id', $request->integer('site')))
            ->when($request->query('show') === 'attention', $this->needingAttention(...))
            ->where('id', '>', $request->integer('after'))
            ->orderBy('id')
            ->limit(self::AT_ONCE)
            ->get();

        return new JsonResponse($this->resources($watches));
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
            ...self::fields(),
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

    #[OA\Patch(
        path: '/api/v1/watches',
        operationId: 'changeWatches',
        summary: 'Change some: when they are read, which variant is meant, whether they are paused',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['ids'],
                properties: [
                    new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(property: 'schedule', ref: '#/components/schemas/WatchSchedule'),
                    new OA\Property(property: 'active_until', type: 'string', format: 'date', nullable: true),
                    new OA\Property(property: 'variant', type: 'string', maxLength: 255, nullable: true),
                    new OA\Property(property: 'note', type: 'string', maxLength: 255, nullable: true),
                    new OA\Property(property: 'is_paused', type: 'boolean'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many there were',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function update(Request $request, ChangeWatches $change): JsonResponse
    {
        $given = $request->validate([
            'ids' => ['required', new IdList(self::MOST_CHANGED)],
            'schedule' => ['sometimes', 'array'],
            'is_paused' => ['sometimes', 'boolean'],
            ...self::fields(),
        ]);
        if (isset($given['schedule'])) {
            $given['schedule'] = ScheduleDocument::read($given['schedule'])->document();
        }

        return $this->count($change->change($this->current->id(), self::ids($request), array_diff_key($given, ['ids' => true])));
    }

    #[OA\Post(
        path: '/api/v1/watches/read',
        operationId: 'readWatches',
        summary: 'Have some read as soon as their sites may be asked',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['ids'],
                properties: [
                    new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many there were',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function read(Request $request, ChangeWatches $change): JsonResponse
    {
        $request->validate(['ids' => ['required', new IdList(self::MOST_CHANGED)]]);

        return $this->count($change->readNow($this->current->id(), self::ids($request)));
    }

    #[OA\Post(
        path: '/api/v1/watches/remove',
        operationId: 'removeWatches',
        summary: 'End some: their offers do not count any more',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['ids'],
                properties: [
                    new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer')),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'How many there were',
                content: new OA\JsonContent(ref: '#/components/schemas/WatchCount'),
            ),
        ],
    )]
    public function remove(Request $request, ChangeWatches $change): JsonResponse
    {
        $request->validate(['ids' => ['required', new IdList(self::MOST_CHANGED)]]);

        return $this->count($change->remove($this->current->id(), self::ids($request)));
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

    /**
     * Those of which nobody has said whether they are right, whose last reading is doubtful, or that find no price; where a
     * whole site finds none, that is told once, of the site.
     *
     * @param  Builder<Watch>  $query
     */
    private function needingAttention(Builder $query): void
    {
        $failing = array_filter(SiteCounts::all($this->current->id()), fn (SiteCounts $counts) => $counts->isFailing());
        $query->where('is_paused', false)->where(
            fn (Builder $any) => $any
                ->where(
                    fn (Builder $new) => $new
                        ->where('state', '<>', WatchState::Confirmed)
                        ->where('latest->verdict', '<>', Verdict::Failed),
                )
                ->orWhere('latest->verdict', Verdict::Doubtful)
                ->orWhere(
                    fn (Builder $failed) => $failed
                        ->where('latest->verdict', Verdict::Failed)
                        ->whereNotIn('site_id', array_keys($failing)),
                )
                ->orWhereNull('latest'),
        );
    }

    /** @return array<string, list<mixed>> */
    private static function fields(): array
    {
        return [
            'variant' => ['sometimes', 'nullable', 'string', 'max:255'],
            'note' => ['sometimes', 'nullable', 'string', 'max:255'],
            'active_until' => ['bail', 'sometimes', 'nullable', 'string', 'date_format:Y-m-d', 'after:1990-01-01', 'before:+10 years'],
        ];
    }

    /** @return list<int> */
    private static function ids(Request $request): array
    {
        return array_values(array_map(intval(...), $request->array('ids')));
    }

    private function one(Watch $watch): JsonResponse
    {
        return new JsonResponse($this->resources(new Collection([$watch]))[0]);
    }

    private function count(int $watches): JsonResponse
    {
        return new JsonResponse(new WatchCount($watches));
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
