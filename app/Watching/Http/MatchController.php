<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Accounts\Models\User;
use App\Support\Database\IdArray;
use App\Support\Http\IdList;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Jobs\DecideMatchesJob;
use App\Watching\Models\MatchState;
use App\Watching\Models\ProductMatch;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** What other shops sell that may be ours: looked through, accepted and rejected. */
final readonly class MatchController
{
    private const AT_ONCE = 100;

    /** So many are decided while one waits; more in jobs of as many. */
    private const DECIDED_AT_ONCE = 200;

    private const MOST = 10_000;

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/matches',
        operationId: 'listMatches',
        summary: 'What other shops sell that may be ours',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'state', in: 'query', schema: new OA\Schema(type: 'string', enum: ['proposed', 'later', 'accepted', 'rejected'])),
            new OA\Parameter(name: 'site', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'product', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'from_score', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'different', in: 'query', schema: new OA\Schema(type: 'boolean')),
            new OA\Parameter(name: 'after', description: 'The last match of the page before.', in: 'query', schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The surest first, at most 100',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Match')),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        $request->validate(['after' => ['sometimes', 'integer'], ...MatchFilter::rules()]);
        $query = MatchFilter::of($request->query())->matches();
        if ($request->has('after')) {
            $last = ProductMatch::query()->findOrFail($request->integer('after'), ['id', 'score']);
            $query->whereRaw('(-score, product_matches.id) > (?, ?)', [-$last->score, $last->id]);
        }
        $matches = $query
            ->with(['product', 'siteProduct.site'])
            ->withCount('watches')
            ->orderByDesc('score')
            ->orderBy('id')
            ->limit(self::AT_ONCE)
            ->get();

        return new JsonResponse($this->resources($matches));
    }

    #[OA\Get(
        path: '/api/v1/matches/count',
        operationId: 'countMatches',
        summary: 'How many match, and how many there are of each score',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'state', in: 'query', schema: new OA\Schema(type: 'string', enum: ['proposed', 'later', 'accepted', 'rejected'])),
            new OA\Parameter(name: 'site', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'product', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'from_score', in: 'query', schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(name: 'different', in: 'query', schema: new OA\Schema(type: 'boolean')),
        ],
        responses: [
            new OA\Response(response: 200, description: 'Their number', content: new OA\JsonContent(ref: '#/components/schemas/MatchCounts')),
        ],
    )]
    public function count(Request $request): JsonResponse
    {
        $request->validate(MatchFilter::rules());
        $scores = DB::table('product_matches')
            ->where('workspace_id', $this->current->id())
            ->where('verdict', '<>', 'different')
            ->when($request->has('site'), fn ($query) => $query->where('site_id', $request->integer('site')))
            ->groupBy('score')
            ->orderByDesc('score')
            ->selectRaw("score, count(*) FILTER (WHERE state = 'proposed') AS proposed, count(*) FILTER (WHERE state = 'accepted') AS accepted, count(*) FILTER (WHERE state = 'rejected') AS rejected")
            ->get();

        return new JsonResponse(new MatchCounts(MatchFilter::of($request->query())->matches()->count(), array_map(get_object_vars(...), $scores->all())));
    }

    #[OA\Post(
        path: '/api/v1/matches/decide',
        operationId: 'decideMatches',
        summary: 'Accept, reject or put off matches, or take that back: what is accepted is watched from then on',
        tags: ['Watching'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['state'],
                properties: [
                    new OA\Property(property: 'state', description: 'proposed takes an answer back.', type: 'string', enum: ['proposed', 'later', 'accepted', 'rejected']),
                    new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(property: 'filter', description: 'Instead of ids: all that match.', ref: '#/components/schemas/MatchFilter'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Which were meant; many are done one after another',
                content: new OA\JsonContent(
                    required: ['ids'],
                    properties: [new OA\Property(property: 'ids', type: 'array', items: new OA\Items(type: 'integer'))],
                ),
            ),
        ],
    )]
    public function decide(Request $request): JsonResponse
    {
        $request->validate([
            'state' => ['required', Rule::enum(MatchState::class)],
            'ids' => ['sometimes', new IdList(self::MOST)],
            'filter' => ['sometimes', 'array'],
            ...MatchFilter::rules('filter.'),
        ]);
        if (! $request->has('ids') && ! $request->has('filter')) {
            throw ValidationException::withMessages(['ids' => Message::of('matches_missing')]);
        }
        $matches = $request->has('ids')
            ? ProductMatch::query()->whereIn('id', array_map(intval(...), $request->array('ids')))
            : MatchFilter::of($request->array('filter'))->matches()->limit(self::MOST);
        $ids = array_values($matches->orderByDesc('score')->orderBy('id')->pluck('product_matches.id')->all());
        $user = $request->user();
        foreach (array_chunk($ids, self::DECIDED_AT_ONCE) as $some) {
            $job = new DecideMatchesJob($this->current->id(), MatchState::from($request->string('state')->toString()), $some, $user instanceof User ? $user->name : null);
            count($ids) <= self::DECIDED_AT_ONCE ? dispatch_sync($job) : dispatch($job);
        }

        return new JsonResponse(['ids' => $ids]);
    }

    /**
     * @param  Collection<int, ProductMatch>  $matches
     * @return list<MatchResource>
     */
    private function resources(Collection $matches): array
    {
        $listings = [];
        foreach (DB::select(
            <<<'SQL'
            SELECT DISTINCT ON (l.product_id) l.product_id, l.id AS listing_id, l.price_minor, c.currency
            FROM listings l
            JOIN channels c ON c.id = l.channel_id
            WHERE l.workspace_id = ? AND l.product_id = ANY(?)
            ORDER BY l.product_id, l.is_draft, l.id
            SQL,
            [$this->current->id(), IdArray::of($matches->pluck('product_id')->all())],
        ) as $row) {
            $listings[$row->product_id] = ['price_minor' => $row->price_minor, 'currency' => $row->currency, 'listing_id' => $row->listing_id];
        }

        return array_values($matches->map(fn (ProductMatch $match): MatchResource => MatchResource::of($match, $listings[$match->product_id] ?? null))->all());
    }
}
