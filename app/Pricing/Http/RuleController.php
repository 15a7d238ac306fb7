<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\OwnCurrency;
use App\Catalogue\Events\Cause;
use App\Catalogue\Exports\CsvResponse;
use App\Catalogue\Listings\ListingSelection;
use App\Pricing\Actions\SaveRule;
use App\Pricing\Actions\StartRun;
use App\Pricing\Actions\TryOut;
use App\Pricing\Effects\WorkOutEffect;
use App\Pricing\Models\Rule;
use App\Pricing\Models\RuleVersion;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

final readonly class RuleController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/rules',
        operationId: 'listRules',
        summary: 'All rules',
        tags: ['Rules'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Rules',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/Rule')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $counts = RuleCounts::all($this->current);

        return new JsonResponse(
            Rule::query()
                ->with('latest')
                ->orderBy('name')
                ->get()
                ->map(fn (Rule $rule) => RuleResource::of($rule, $counts[$rule->id] ?? new RuleCounts()))
                ->values(),
        );
    }

    #[OA\Get(
        path: '/api/v1/rules/{id}',
        operationId: 'showRule',
        summary: 'One rule',
        tags: ['Rules'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The rule',
                content: new OA\JsonContent(ref: '#/components/schemas/Rule'),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(int $id): JsonResponse
    {
        return $this->answer(Rule::query()->with('latest')->findOrFail($id));
    }

    #[OA\Post(
        path: '/api/v1/rules',
        operationId: 'createRule',
        summary: 'Make a rule; it starts switched off unless said otherwise',
        tags: ['Rules'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['name', 'document'],
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'document', ref: '#/components/schemas/RuleDocument'),
                    new OA\Property(property: 'is_on', type: 'boolean'),
                    new OA\Property(property: 'settings', ref: '#/components/schemas/RuleSettings'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'The rule',
                content: new OA\JsonContent(ref: '#/components/schemas/Rule'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(SaveRuleRequest $request, SaveRule $save, #[CurrentUser] User $user): JsonResponse
    {
        return $this->answer($save->handle($this->workspace(), null, $request->fields(), null, $user->id), 201);
    }

    #[OA\Patch(
        path: '/api/v1/rules/{id}',
        operationId: 'changeRule',
        summary: 'Change a rule; another document makes a new version',
        tags: ['Rules'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                properties: [
                    new OA\Property(property: 'name', type: 'string'),
                    new OA\Property(property: 'document', ref: '#/components/schemas/RuleDocument'),
                    new OA\Property(
                        property: 'based_on',
                        description: 'The version that was edited.',
                        type: 'integer',
                    ),
                    new OA\Property(
                        property: 'revision',
                        description: 'Of name, switch and settings: the one that was edited.',
                        type: 'integer',
                    ),
                    new OA\Property(property: 'is_on', type: 'boolean'),
                    new OA\Property(property: 'settings', ref: '#/components/schemas/RuleSettings'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'The rule',
                content: new OA\JsonContent(ref: '#/components/schemas/Rule'),
            ),
            new OA\Response(
                response: 409,
                description: 'Someone saved another version meanwhile',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(
        SaveRuleRequest $request,
        int $id,
        SaveRule $save,
        #[CurrentUser] User $user,
    ): JsonResponse {
        return $this->answer(
            $save->handle(
                $this->workspace(),
                $id,
                $request->fields(),
                $request->basedOn(),
                $user->id,
                $request->revision(),
            ),
        );
    }

    #[OA\Post(
        path: '/api/v1/rules/{id}/run',
        operationId: 'runRule',
        summary: 'Run a rule now',
        tags: ['Rules'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 202,
                description: 'Started',
                content: new OA\JsonContent(
                    required: ['run', 'listings'],
                    properties: [
                        new OA\Property(property: 'run', type: 'integer'),
                        new OA\Property(property: 'listings', type: 'integer'),
                    ],
                ),
            ),
        ],
    )]
    public function run(int $id, StartRun $start): JsonResponse
    {
        $run = $start->ofRule(Rule::query()->findOrFail($id), Cause::Hand);

        return new JsonResponse(['run' => $run->id, 'listings' => $run->total], 202);
    }

    #[OA\Post(
        path: '/api/v1/rules/try-out',
        operationId: 'tryOut',
        summary: 'What a rule would do, without changing anything',
        tags: ['Rules'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['document'],
                properties: [
                    new OA\Property(property: 'document', ref: '#/components/schemas/RuleDocument'),
                    new OA\Property(property: 'listings', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(property: 'filter', ref: '#/components/schemas/ListingFilter'),
                    new OA\Property(
                        property: 'rows',
                        description: 'All of them, or only those with the most money at stake.',
                        type: 'string',
                        enum: ['all', 'largest'],
                        default: 'all',
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'What it would do',
                content: new OA\JsonContent(ref: '#/components/schemas/TryOut'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function tryOut(Request $request, TryOut $tryOut, WorkOutEffect $effect): JsonResponse
    {
        $rows = $request->validate(['rows' => ['sometimes', 'in:all,largest']])['rows'] ?? 'all';
        $asked = $this->asked($request);
        $own = new OwnCurrency($this->workspace());

        return new JsonResponse(
            $rows === 'largest'
                ? TryOutResource::summed($effect->handle(...$asked), $own->currency)
                : TryOutResource::listingByListing($tryOut->handle(...$asked), $own),
        );
    }

    #[OA\Post(
        path: '/api/v1/rules/try-out/export',
        operationId: 'exportTryOut',
        summary: 'The same as a CSV file',
        tags: ['Rules'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['document'],
                properties: [
                    new OA\Property(property: 'document', ref: '#/components/schemas/RuleDocument'),
                    new OA\Property(property: 'listings', type: 'array', items: new OA\Items(type: 'integer')),
                    new OA\Property(property: 'filter', ref: '#/components/schemas/ListingFilter'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'CSV',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
        ],
    )]
    public function exportTryOut(Request $request, TryOut $tryOut): StreamedResponse
    {
        $decided = $tryOut->handle(...$this->asked($request));
        $header = [
            'SKU',
            'Title',
            'Channel',
            'Outcome',
            'Reason',
            'Old price',
            'New price',
            'Change',
            'Change %',
            'Floor',
            'Ceiling',
            'Margin of price before %',
            'Margin of price after %',
            'Markup on cost before %',
            'Markup on cost after %',
            'Stand before',
            'Stand after',
            'Offers that count',
        ];

        $rows = [];
        foreach ($decided as [$one]) {
            $rows[] = array_slice(array_values(get_object_vars(TryOutRow::of($one))), 1, count($header));
        }

        return CsvResponse::of('try-out.csv', $header, $rows);
    }

    #[OA\Get(
        path: '/api/v1/rules/{id}/versions',
        operationId: 'listRuleVersions',
        summary: 'A rule as it was saved each time, latest first',
        tags: ['Rules'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Versions',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/RuleVersion'),
                ),
            ),
        ],
    )]
    public function versions(int $id): JsonResponse
    {
        Rule::query()->findOrFail($id);

        return new JsonResponse(
            RuleVersion::query()
                ->where('rule_id', $id)
                ->with('user')
                ->orderByDesc('number')
                ->limit(100)
                ->get()
                ->map(RuleVersionResource::of(...))
                ->values(),
        );
    }

    /** @return array{Workspace, array<string, mixed>, list<int>|null, array<string, mixed>} */
    private function asked(Request $request): array
    {
        $request->validate(['document' => ['required', 'array'], ...ListingSelection::rules()]);

        return [
            $this->workspace(),
            (array) $request->input('document'),
            $this->listingIds($request),
            (array) $request->input('filter', []),
        ];
    }

    /** @return list<int>|null */
    private function listingIds(Request $request): ?array
    {
        return $request->has('listings')
            ? array_map(intval(...), array_values((array) $request->input('listings')))
            : null;
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }

    private function answer(Rule $rule, int $status = 200): JsonResponse
    {
        return new JsonResponse(
            RuleResource::of($rule, RuleCounts::all($this->current)[$rule->id] ?? new RuleCounts()),
            $status,
        );
    }
}
