<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\SetListingLimits;
use App\Catalogue\Currencies\OwnCurrency;
use App\Catalogue\Limits\OwnLimits;
use App\Catalogue\Listings\ListingFilter;
use App\Catalogue\Listings\ListingSelection;
use App\Catalogue\Models\Listing;
use App\Market\Models\Rival;
use App\Pricing\Deciding\DecideNow;
use App\Screens\ListingExport;
use App\Screens\ListingQuery;
use App\Support\Tenancy\CurrentWorkspace;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use OpenApi\Attributes as OA;
use stdClass;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Wrasse\Core\Document\DecisionWriter;
use Wrasse\Core\Market\Dropped;
use Wrasse\Core\Money\Currency;

/** Listings with all that a person pricing them wants to see at once. */
final readonly class ListingController
{
    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/listings',
        operationId: 'listListings',
        summary: 'Listings that match, by page',
        tags: ['Listings'],
        x: ListingFilterParameters::ADDED,
        parameters: [
            new OA\Parameter(
                name: 'sort',
                in: 'query',
                description: 'With "-" in front for the other way round',
                schema: new OA\Schema(
                    type: 'string',
                    enum: [
                        'sku',
                        '-sku',
                        'title',
                        '-title',
                        'price',
                        '-price',
                        'margin',
                        '-margin',
                        'markup',
                        '-markup',
                        'rank',
                        '-rank',
                    ],
                ),
            ),
            new OA\Parameter(
                name: 'cursor',
                in: 'query',
                description: 'From the last page',
                schema: new OA\Schema(type: 'string'),
            ),
            new OA\Parameter(
                name: 'limit',
                in: 'query',
                schema: new OA\Schema(type: 'integer', maximum: 200, minimum: 1),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'A page',
                content: new OA\JsonContent(
                    required: ['listings', 'next'],
                    properties: [
                        new OA\Property(
                            property: 'listings',
                            type: 'array',
                            items: new OA\Items(ref: '#/components/schemas/Listing'),
                        ),
                        new OA\Property(property: 'next', type: 'string', nullable: true),
                    ],
                ),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        $sorts = array_keys(ListingQuery::SORTS);
        /** @var array{sort?: string|null, cursor?: string|null, limit?: int|string|null} $asked */
        $asked = $request->validate([
            ...ListingFilter::rules(),
            'sort' => [
                'nullable',
                'string',
                Rule::in([...$sorts, ...array_map(fn (string $sort) => "-{$sort}", $sorts)]),
            ],
            'cursor' => ['nullable', 'string', 'max:600'],
            'limit' => ['nullable', 'integer', 'min:1', 'max:200'],
        ]);
        $query = new ListingQuery($this->current->id());
        $own = new OwnCurrency(Workspace::query()->findOrFail($this->current->id()));
        $page = $query->page($asked, $asked['sort'] ?? 'sku', $asked['cursor'] ?? null, (int) ($asked['limit'] ?? 40));

        return new JsonResponse([
            'listings' => array_map(fn (stdClass $row) => ListingRow::of($row, $own), $page['rows']),
            'next' => $page['next'],
        ]);
    }

    #[OA\Get(
        path: '/api/v1/listings/count',
        operationId: 'countListings',
        summary: 'How many listings match; filters as for the list',
        tags: ['Listings'],
        x: ListingFilterParameters::ADDED,
        responses: [
            new OA\Response(
                response: 200,
                description: 'The number',
                content: new OA\JsonContent(
                    required: ['total'],
                    properties: [new OA\Property(property: 'total', type: 'integer')],
                ),
            ),
        ],
    )]
    public function count(Request $request): JsonResponse
    {
        return new JsonResponse([
            'total' => (new ListingQuery($this->current->id()))->count($request->validate(ListingFilter::rules())),
        ]);
    }

    #[OA\Get(
        path: '/api/v1/listings/export',
        operationId: 'exportListings',
        summary: 'Listings that match, as a CSV file that can be taken in again; filters as for the list',
        tags: ['Listings'],
        x: ListingFilterParameters::ADDED,
        parameters: [
            new OA\Parameter(
                name: 'ids',
                in: 'query',
                description: 'Only these, separated by commas',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'CSV',
                content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')),
            ),
        ],
    )]
    public function export(Request $request): StreamedResponse
    {
        /** @var array{ids?: string|null} $asked */
        $asked = $request->validate([
            ...ListingFilter::rules(),
            'ids' => ['nullable', 'string', 'max:6000', 'regex:/^\d{1,12}(,\d{1,12})*$/'],
        ]);
        $ids = isset($asked['ids']) ? array_map(intval(...), explode(',', $asked['ids'])) : null;

        return (new ListingExport(
            new ListingSelection($this->current->id(), $ids, $asked),
            Workspace::query()->findOrFail($this->current->id())->currency,
        ))->file(
            'listings-'.CarbonImmutable::now()->format('Y-m-d').'.csv',
        );
    }

    #[OA\Get(
        path: '/api/v1/listings/{id}',
        operationId: 'showListing',
        summary: 'One listing with offers, limits and the why',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The listing',
                content: new OA\JsonContent(ref: '#/components/schemas/ListingDetail'),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function show(int $id, DecideNow $now): JsonResponse
    {
        $row = (new ListingQuery($this->current->id()))->find($id) ?? throw new NotFoundHttpException();
        $listing = Listing::query()
            ->with(['product.supplier', 'channel'])
            ->findOrFail($id);
        $workspace = Workspace::query()->findOrFail($this->current->id());
        $decided = $now->of($workspace, $id);
        $currency = Currency::of($listing->channel->currency);
        $own = new OwnCurrency($workspace);
        $amount = fn (?int $minor) => $minor === null ? null : $own->currency->format($minor);
        $product = $listing->product;
        $costs = Currency::of($product->cost_currency ?? $workspace->currency);
        /** @var list<array<string, mixed>> $offers */
        $offers = $decided->input()['offers'];
        /** @var array<string, string> $names */
        $names = Rival::onChannel($listing->channel_id)->pluck('name', 'seller')->all();

        return new JsonResponse(
            new ListingDetail(
                ListingRow::of($row, $own),
                $product->sku,
                $product->title,
                $product->brand,
                $product->category,
                $product->supplier?->name,
                $product->gtin,
                $product->mpn,
                $product->cost_minor === null ? null : $costs->format($product->cost_minor),
                CostsResource::of($product, $costs),
                $amount($product->rrp_minor),
                $amount($product->map_minor),
                OwnLimits::amount($listing->limits, 'floor'),
                OwnLimits::amount($listing->limits, 'ceiling'),
                TermResource::all($decided),
                EarningsPoint::all($decided->decision, $own),
                $own->beside(($decided->decision->after() ?? $decided->decision->before())?->profit, $currency),
                (new DecisionWriter(hasMessages: true))->write($decided->decision),
                OfferResource::all($offers, Dropped::reasons($decided->decision->field->dropped), $names, $currency),
                PriceWarHold::on($id, $names),
            ),
        );
    }

    #[OA\Patch(
        path: '/api/v1/listings/{id}',
        operationId: 'changeListing',
        summary: 'Set floor and ceiling by hand, or the listing’s switch',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['version'],
                properties: [
                    new OA\Property(
                        property: 'version',
                        description: 'The version that was edited.',
                        type: 'integer',
                    ),
                    new OA\Property(
                        property: 'floor',
                        description: 'As people type it; empty takes it away.',
                        type: 'string',
                        nullable: true,
                    ),
                    new OA\Property(property: 'ceiling', type: 'string', nullable: true),
                    new OA\Property(property: 'automation_on', type: 'boolean'),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'Its new version',
                content: new OA\JsonContent(
                    required: ['version'],
                    properties: [new OA\Property(property: 'version', type: 'integer')],
                ),
            ),
            new OA\Response(
                response: 409,
                description: 'Changed by someone else meanwhile',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function update(Request $request, int $id, SetListingLimits $set): JsonResponse
    {
        /** @var array{version: int, floor?: string|null, ceiling?: string|null, automation_on?: bool} $wanted */
        $wanted = $request->validate([
            'version' => ['required', 'integer'],
            'floor' => ['sometimes', 'nullable', 'string', 'max:40'],
            'ceiling' => ['sometimes', 'nullable', 'string', 'max:40'],
            'automation_on' => ['sometimes', 'boolean'],
        ]);
        $listing = $set->handle(
            Workspace::query()->findOrFail($this->current->id()),
            $id,
            $wanted,
            (int) $wanted['version'],
        );

        return new JsonResponse(['version' => $listing->version]);
    }
}
