<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Channels\Outgoing\ForbiddenAddress;
use App\Channels\Outgoing\UnknownHost;
use App\Channels\Outgoing\WebAddress;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Actions\AddWatches;
use App\Watching\Crawling\StartCrawl;
use App\Watching\Jobs\MatchProductsJob;
use App\Watching\Jobs\ReadPagesJob;
use App\Watching\Models\Crawl;
use App\Watching\Models\CrawlState;
use App\Watching\Models\SiteProduct;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;
use Wrasse\Core\Reading\Crawling\PageLinks;

/** Shops that are read through to find what they sell. */
final readonly class CrawlController
{
    private const BOUNDS = [
        'most_pages' => ['sometimes', 'integer', 'min:1', 'max:50000'],
        'most_depth' => ['sometimes', 'integer', 'min:0', 'max:20'],
        'most_hours' => ['sometimes', 'integer', 'min:1', 'max:720'],
        'every_days' => ['sometimes', 'nullable', 'integer', 'min:1', 'max:365'],
        'links_same' => ['sometimes', 'boolean'],
        'link_from' => ['sometimes', 'integer', 'min:90', 'max:100'],
        'show_from' => ['sometimes', 'integer', 'min:0', 'max:90'],
    ];

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/crawls',
        operationId: 'listCrawls',
        summary: 'Shops that are read through, and how far that is',
        tags: ['Watching'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The newest first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Crawl')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $counts = CrawlCounts::all($this->current->id());

        return new JsonResponse(
            Crawl::query()
                ->with('site')
                ->orderByDesc('id')
                ->get()
                ->map(fn (Crawl $crawl): CrawlResource => CrawlResource::of($crawl, $counts[$crawl->id])),
        );
    }

    #[OA\Post(
        path: '/api/v1/crawls',
        operationId: 'startCrawl',
        summary: 'Read through a shop: from its sitemap, or from a page of it by links; one that was read through before is read again',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['url'],
                properties: [
                    new OA\Property(property: 'url', description: 'Of the shop, a page of it, or a sitemap.', type: 'string', maxLength: 2000),
                    new OA\Property(property: 'most_pages', type: 'integer', maximum: 50000, minimum: 1),
                    new OA\Property(property: 'most_depth', type: 'integer', maximum: 20, minimum: 0),
                    new OA\Property(property: 'most_hours', type: 'integer', maximum: 720, minimum: 1),
                    new OA\Property(property: 'every_days', type: 'integer', maximum: 365, minimum: 1, nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 201, description: 'It has begun', content: new OA\JsonContent(ref: '#/components/schemas/Crawl')),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request, AddWatches $add, StartCrawl $start): JsonResponse
    {
        $given = $request->validate(['url' => ['required', 'string', 'max:2000'], ...self::BOUNDS]);
        $address = self::address($add, $given['url']);
        $crawl = DB::transaction(function () use ($add, $start, $address, $given): Crawl {
            $site = $add->site($this->current->id(), $address->host);
            $crawl = Crawl::query()->lockForUpdate()->where('site_id', $site->id)->first() ?? new Crawl(['site_id' => $site->id]);
            $crawl->edit(['every_days' => null, ...Arr::except($given, 'url'), 'start_url' => PageLinks::resolved('', $address->url)], null);
            $start->handle($crawl);

            return $crawl;
        });

        return $this->one($crawl, 201);
    }

    #[OA\Patch(
        path: '/api/v1/crawls/{id}',
        operationId: 'changeCrawl',
        summary: 'Change within which bounds a shop is read through, and what becomes of matches',
        tags: ['Watching'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: [],
                properties: [
                    new OA\Property(property: 'revision', description: 'The one that was edited.', type: 'integer'),
                    new OA\Property(property: 'most_pages', type: 'integer', maximum: 50000, minimum: 1),
                    new OA\Property(property: 'most_depth', type: 'integer', maximum: 20, minimum: 0),
                    new OA\Property(property: 'most_hours', type: 'integer', maximum: 720, minimum: 1),
                    new OA\Property(property: 'every_days', type: 'integer', maximum: 365, minimum: 1, nullable: true),
                    new OA\Property(property: 'links_same', type: 'boolean'),
                    new OA\Property(property: 'link_from', type: 'integer', maximum: 100, minimum: 90),
                    new OA\Property(property: 'show_from', type: 'integer', maximum: 90, minimum: 0),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/Crawl')),
            new OA\Response(
                response: 409,
                description: 'Someone else changed it since',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(int $id, Request $request): JsonResponse
    {
        $given = $request->validate(['revision' => ['sometimes', 'integer'], ...self::BOUNDS]);
        $crawl = DB::transaction(function () use ($id, $given): Crawl {
            $crawl = Crawl::query()->lockForUpdate()->findOrFail($id);
            $revision = $given['revision'] ?? null;
            unset($given['revision']);
            $crawl->edit($given, $revision);
            if ($crawl->isDirty('every_days') && $crawl->state !== CrawlState::Running) {
                $crawl->next_at = $crawl->every_days === null ? null : $crawl->begun_at->addDays($crawl->every_days);
            }
            if ($crawl->isDirty('show_from')) {
                // What is not shown any more may be a gap, and the other way round.
                SiteProduct::query()->where('site_id', $crawl->site_id)->update(['matched_at' => null]);
                DB::afterCommit(fn () => MatchProductsJob::dispatch($crawl->workspace_id));
            }
            $crawl->save();

            return $crawl;
        });
        Announce::change($this->current->id(), Topic::Watches);

        return $this->one($crawl);
    }

    #[OA\Post(
        path: '/api/v1/crawls/{id}/start',
        operationId: 'startCrawlAgain',
        summary: 'Read through a shop once more; one that was stopped goes on with what is left',
        tags: ['Watching'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/Crawl')),
        ],
    )]
    public function start(int $id, StartCrawl $start): JsonResponse
    {
        $crawl = DB::transaction(function () use ($id, $start): Crawl {
            $crawl = Crawl::query()->lockForUpdate()->findOrFail($id);
            if ($crawl->state === CrawlState::Stopped) {
                $crawl->state = CrawlState::Running;
                $crawl->ended_at = $crawl->next_at = null;
                $crawl->save();
                DB::afterCommit(fn () => ReadPagesJob::dispatch($crawl->workspace_id));
            }
            $start->handle($crawl);

            return $crawl;
        });

        return $this->one($crawl);
    }

    #[OA\Post(
        path: '/api/v1/crawls/{id}/stop',
        operationId: 'stopCrawl',
        summary: 'Stop reading through a shop; what was found stays',
        tags: ['Watching'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/Crawl')),
        ],
    )]
    public function stop(int $id): JsonResponse
    {
        $crawl = DB::transaction(function () use ($id): Crawl {
            $crawl = Crawl::query()->lockForUpdate()->findOrFail($id);
            if ($crawl->state === CrawlState::Running) {
                $crawl->end(CrawlState::Stopped, null);
            }

            return $crawl;
        });
        Announce::change($this->current->id(), Topic::Watches);

        return $this->one($crawl);
    }

    /** @throws ValidationException */
    private static function address(AddWatches $add, string $url): WebAddress
    {
        $url = trim($url);
        try {
            return $add->address(preg_match('#^[a-z][a-z0-9+.-]*:(?!\d)#i', $url) === 1 ? $url : "https://{$url}");
        } catch (ForbiddenAddress|UnknownHost $e) {
            throw ValidationException::withMessages(['url' => $e->said()]);
        }
    }

    private function one(Crawl $crawl, int $status = 200): JsonResponse
    {
        $crawl->loadMissing('site');

        return new JsonResponse(CrawlResource::of($crawl, CrawlCounts::all($this->current->id())[$crawl->id]), $status);
    }
}
