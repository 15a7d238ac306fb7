<?php

declare(strict_types=1);

namespace App\Screens\Gaps;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\AddProduct;
use App\Catalogue\Exports\CsvResponse;
use App\Catalogue\Models\Product;
use App\Support\Http\AmountField;
use App\Support\Live\Announce;
use App\Support\Live\Topic;
use App\Support\Messages\Conflict;
use App\Support\Messages\Message;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Models\GapState;
use App\Watching\Models\MarketGap;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What others sell and we do not, and the other way round. */
final readonly class GapController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/gaps',
        operationId: 'listGaps',
        summary: 'What shops that are read through have in stock and we do not sell',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'state', in: 'query', schema: new OA\Schema(type: 'string', enum: ['open', 'dismissed', 'drafted'])),
            new OA\Parameter(name: 'channel', description: 'On which a sale is reckoned, in the currency of the workspace; left out: the first.', in: 'query', schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What would bring most first; without a known cost after those with one, by what it would take in',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/MarketGap')),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse($this->found($request));
    }

    #[OA\Patch(
        path: '/api/v1/gaps/{id}',
        operationId: 'changeGap',
        summary: 'Say what something would cost us, dismiss it, or take that back',
        tags: ['Watching'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: [],
                properties: [
                    new OA\Property(property: 'cost', description: 'In the currency of the workspace.', type: 'string', maxLength: 20, nullable: true),
                    new OA\Property(property: 'state', type: 'string', enum: ['open', 'dismissed']),
                ],
            ),
        ),
        responses: [
            new OA\Response(response: 200, description: 'As it is now; null: nobody has it in stock any more', content: new OA\JsonContent(ref: '#/components/schemas/MarketGap', nullable: true)),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function update(int $id, Request $request): JsonResponse
    {
        $given = $request->validate([
            'cost' => ['sometimes', 'nullable', 'string', 'max:20'],
            'state' => ['sometimes', Rule::in([GapState::Open->value, GapState::Dismissed->value])],
        ]);
        $workspace = $this->workspace();
        $gap = MarketGap::query()->findOrFail($id);
        if (array_key_exists('cost', $given)) {
            $gap->cost_minor = $given['cost'] === null ? null : (AmountField::read('cost', $given['cost'], $workspace->money()) ?: null);
        }
        if (isset($given['state'])) {
            $gap->state = GapState::from($given['state']);
        }
        $gap->save();
        Announce::change($workspace->id, Topic::Watches);

        return new JsonResponse($this->finder($request)->of($gap->newCollection([$gap]))[0] ?? null);
    }

    #[OA\Post(
        path: '/api/v1/gaps/{id}/draft',
        operationId: 'draftGap',
        summary: 'Make a product of ours of it, and a draft listing where a channel is named',
        tags: ['Watching'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['sku'],
                properties: [
                    new OA\Property(property: 'sku', type: 'string', maxLength: 255),
                    new OA\Property(property: 'title', type: 'string', maxLength: 255),
                    new OA\Property(property: 'channel', description: 'Its name.', type: 'string', maxLength: 255, nullable: true),
                    new OA\Property(property: 'price', type: 'string', maxLength: 20, nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'Made; it can be undone like a bulk change',
                content: new OA\JsonContent(required: ['batch', 'product_id'], properties: [
                    new OA\Property(property: 'batch', type: 'string', format: 'uuid'),
                    new OA\Property(property: 'product_id', type: 'integer'),
                ]),
            ),
            new OA\Response(response: 409, description: 'It was made before', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function draft(int $id, Request $request, AddProduct $add, #[CurrentUser] User $user): JsonResponse
    {
        $given = $request->validate([
            'sku' => ['required', 'string', 'max:255'],
            'title' => ['sometimes', 'required', 'string', 'max:255'],
            'channel' => ['sometimes', 'nullable', 'string', 'max:255'],
            'price' => ['sometimes', 'nullable', 'string', 'max:20'],
        ]);
        $workspace = $this->workspace();
        [$batch, $product] = DB::transaction(function () use ($id, $given, $workspace, $add, $user): array {
            $gap = MarketGap::query()->lockForUpdate()->findOrFail($id);
            if ($gap->state === GapState::Drafted) {
                throw new Conflict(Message::of('gap_drafted'));
            }
            $batch = $add->handle($workspace, [
                'title' => mb_strimwidth($gap->title, 0, 255),
                'brand' => $gap->brand,
                'gtin' => $gap->gtin,
                'mpn' => $gap->mpn,
                'cost' => $gap->cost_minor === null ? null : $workspace->money()->format($gap->cost_minor),
                'stock' => isset($given['channel']) ? '0' : null,
                ...$given,
            ], $user->id);
            $gap->state = GapState::Drafted;
            $gap->product_id = Product::query()->where('sku', trim($given['sku']))->value('id');
            $gap->save();

            return [$batch->id, $gap->product_id];
        });
        Announce::change($workspace->id, Topic::Watches);

        return new JsonResponse(['batch' => $batch, 'product_id' => $product], 201);
    }

    #[OA\Get(
        path: '/api/v1/gaps/export',
        operationId: 'exportGaps',
        summary: 'The same as a file, a line for each shop',
        tags: ['Watching'],
        parameters: [
            new OA\Parameter(name: 'state', in: 'query', schema: new OA\Schema(type: 'string', enum: ['open', 'dismissed', 'drafted'])),
            new OA\Parameter(name: 'channel', in: 'query', schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string'))),
        ],
    )]
    public function export(Request $request): StreamedResponse
    {
        $currency = $this->workspace()->currency;
        $rows = function () use ($request, $currency): iterable {
            foreach ($this->found($request) as $gap) {
                foreach ($gap->offers as $offer) {
                    yield [$gap->title, $gap->brand, $gap->gtin, $gap->mpn, $gap->shops, $offer['shop'], $offer['url'], $offer['price'], $currency, $gap->lowest, $gap->trend_percent, $gap->since, $gap->cost, $gap->profit, $gap->margin_percent];
                }
            }
        };

        return CsvResponse::of(
            'market-gaps.csv',
            ['Title', 'Brand', 'GTIN', 'Part number', 'Shops', 'Shop', 'Address', 'Price', 'Currency', 'Lowest price', 'Trend %', 'Seen since', 'Unit cost', 'Profit', 'Margin %'],
            $rows(),
        );
    }

    #[OA\Get(
        path: '/api/v1/gaps/sold-out',
        operationId: 'listSoldOut',
        summary: 'What others sell and we have none left of',
        tags: ['Watching'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What sold most first, at most 500',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/OwnGap')),
            ),
        ],
    )]
    public function soldOut(): JsonResponse
    {
        return new JsonResponse(OwnGap::soldOut($this->current->id()));
    }

    #[OA\Get(
        path: '/api/v1/gaps/only-ours',
        operationId: 'listOnlyOurs',
        summary: 'What only we sell, as far as we see',
        tags: ['Watching'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What sold most first, at most 500',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/OwnGap')),
            ),
        ],
    )]
    public function onlyOurs(): JsonResponse
    {
        return new JsonResponse(OwnGap::onlyOurs($this->current->id()));
    }

    /** @return list<GapResource> */
    private function found(Request $request): array
    {
        $request->validate(['state' => ['sometimes', Rule::enum(GapState::class)], 'channel' => ['sometimes', 'integer']]);

        return $this->finder($request)->all(GapState::from($request->string('state', GapState::Open->value)->toString()));
    }

    private function finder(Request $request): GapFinder
    {
        $workspace = $this->workspace();

        return new GapFinder($workspace, GapFinder::channel($workspace, $request->has('channel') ? $request->integer('channel') : null));
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }
}
