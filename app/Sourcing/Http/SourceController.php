<?php

declare(strict_types=1);

namespace App\Sourcing\Http;

use App\Accounts\Models\User;
use App\Accounts\Models\Workspace;
use App\Catalogue\Exports\CsvResponse;
use App\Catalogue\Fees\SaleTerms;
use App\Catalogue\Models\Batch;
use App\Catalogue\Models\Listing;
use App\Sourcing\Actions\SaveSource;
use App\Sourcing\Actions\UndoSourceChange;
use App\Sourcing\Models\ListingSource;
use App\Sourcing\Models\SourceChange;
use App\Support\Http\AmountField;
use App\Support\Http\PercentField;
use App\Support\Tenancy\CurrentWorkspace;
use App\Watching\Models\Watch;
use Illuminate\Container\Attributes\CurrentUser;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Collection;
use OpenApi\Attributes as OA;
use Symfony\Component\HttpFoundation\StreamedResponse;
use Wrasse\Core\Money\Currency;

/** Where listings are bought, what followed from that, and how it is taken back. */
final readonly class SourceController
{
    private const MOST = 1_000;

    private const MOST_CHANGES = 100;

    private const HEAD = ['SKU', 'Title', 'Channel', 'Shop', 'Page', 'Sold out there', 'Price', 'Currency', 'Our cost', 'Our cost currency', 'Cost there', 'Cost there currency', 'Margin (% of net price)', 'Margin at cost there (% of net price)', 'Read at'];

    private const WITH = ['watch.site', 'listing.product', 'listing.channel'];

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/sources',
        operationId: 'listSources',
        summary: 'Listings that follow where they are bought, and what they leave',
        tags: ['Sourcing'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What would leave least first, at most 1,000',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/ListingSource')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        return new JsonResponse($this->thinnestFirst(self::MOST));
    }

    #[OA\Get(
        path: '/api/v1/sources/export',
        operationId: 'exportSources',
        summary: 'The same as CSV, all of them',
        tags: ['Sourcing'],
        responses: [new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')))],
    )]
    public function export(): StreamedResponse
    {
        return CsvResponse::of('sources.csv', self::HEAD, $this->thinnestFirst(null)->map(fn (SourceResource $one) => [
            $one->sku,
            $one->title,
            $one->channel,
            $one->shop,
            $one->url,
            $one->is_out ? 'yes' : 'no',
            $one->price,
            $one->currency,
            $one->our_cost,
            $one->our_cost_currency,
            $one->cost,
            $one->cost_currency,
            $one->margin_percent,
            $one->margin_at_source_percent,
            $one->cost_at,
        ]));
    }

    /** @return Collection<int, SourceResource> */
    private function thinnestFirst(?int $most): Collection
    {
        $sources = ListingSource::query()->with(self::WITH)->orderBy('id')->limit($most ?? PHP_INT_MAX)->get();

        return $this->resources($sources)
            ->sortBy(fn (SourceResource $source): float => $source->margin_at_source_percent === null ? PHP_INT_MAX : (float) $source->margin_at_source_percent)
            ->values();
    }

    #[OA\Get(
        path: '/api/v1/listings/{id}/source',
        operationId: 'listingSource',
        summary: 'Where a listing is bought',
        tags: ['Sourcing'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Null: it follows none',
                content: new OA\JsonContent(required: ['source'], properties: [new OA\Property(property: 'source', ref: '#/components/schemas/ListingSource', nullable: true)]),
            ),
        ],
    )]
    public function show(int $id): JsonResponse
    {
        $source = ListingSource::query()->with(self::WITH)->where('listing_id', Listing::query()->findOrFail($id)->id)->get();

        return new JsonResponse(['source' => $this->resources($source)->first()]);
    }

    #[OA\Put(
        path: '/api/v1/listings/{id}/source',
        operationId: 'saveListingSource',
        summary: 'Have a listing follow the page that it is bought from; what was read last is followed at once',
        tags: ['Sourcing'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['watch_id'],
                properties: [
                    new OA\Property(property: 'revision', description: 'The one that was edited.', type: 'integer'),
                    new OA\Property(property: 'watch_id', description: 'A page that is watched for the listing.', type: 'integer'),
                    new OA\Property(property: 'follows_cost', type: 'boolean'),
                    new OA\Property(property: 'follows_stock', type: 'boolean'),
                    new OA\Property(property: 'back_after', type: 'integer', maximum: 20, minimum: 1),
                    new OA\Property(property: 'stock_back', type: 'integer', minimum: 1, nullable: true),
                    new OA\Property(property: 'added', description: 'In the currency of the page.', type: 'string', nullable: true),
                    new OA\Property(property: 'tax_percent', type: 'string', nullable: true),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 200,
                description: 'As it is now',
                content: new OA\JsonContent(required: ['source'], properties: [new OA\Property(property: 'source', ref: '#/components/schemas/ListingSource', nullable: true)]),
            ),
            new OA\Response(response: 409, description: 'Someone else changed it since', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
            new OA\Response(response: 422, description: 'What is wrong with which field', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function update(int $id, Request $request, SaveSource $save): JsonResponse
    {
        $given = $request->validate([
            'revision' => ['sometimes', 'integer'],
            'watch_id' => ['required', 'integer'],
            'follows_cost' => ['sometimes', 'boolean'],
            'follows_stock' => ['sometimes', 'boolean'],
            'back_after' => ['sometimes', 'integer', 'min:1', 'max:20'],
            'stock_back' => ['sometimes', 'nullable', 'integer', 'min:1', 'max:1000000000'],
            'added' => ['sometimes', 'nullable', 'string', 'max:20'],
            'tax_percent' => ['sometimes', 'nullable', 'string', 'max:20'],
        ]);
        $listing = Listing::query()->findOrFail($id);
        if (array_key_exists('added', $given)) {
            $watch = Watch::query()->with('site')->find((int) $given['watch_id']);
            $currency = Currency::of($watch->good->currency ?? $watch->site->currency ?? $this->workspace()->currency);
            $given['added_minor'] = $given['added'] === null ? 0 : AmountField::read('added', $given['added'], $currency);
            unset($given['added']);
        }
        if (isset($given['tax_percent'])) {
            $given['tax_percent'] = PercentField::upTo(100, 'tax_percent', $given['tax_percent']);
        }
        $revision = $given['revision'] ?? null;
        unset($given['revision']);
        $save->save($listing, $given, $revision);

        return $this->show($id);
    }

    #[OA\Delete(
        path: '/api/v1/listings/{id}/source',
        operationId: 'removeListingSource',
        summary: 'Have a listing follow no source any more; costs and stock stay as they are',
        tags: ['Sourcing'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [new OA\Response(response: 204, description: 'It does not')],
    )]
    public function destroy(int $id, SaveSource $save): JsonResponse
    {
        $save->remove(Listing::query()->findOrFail($id));

        return new JsonResponse(null, 204);
    }

    #[OA\Get(
        path: '/api/v1/listings/{id}/source/changes',
        operationId: 'listSourceChanges',
        summary: 'What followed from where a listing is bought',
        tags: ['Sourcing'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(
                response: 200,
                description: 'The newest first, at most 100',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/SourceChange')),
            ),
        ],
    )]
    public function changes(int $id): JsonResponse
    {
        $changes = SourceChange::query()->where('listing_id', Listing::query()->findOrFail($id)->id)->orderByDesc('id')->limit(self::MOST_CHANGES)->get();
        $batches = Batch::query()->whereIn('id', $changes->pluck('batch_id')->filter())->get(['id', 'state'])->keyBy('id');

        return new JsonResponse($changes->map(fn (SourceChange $change): SourceChangeResource => SourceChangeResource::of($change, $batches->get($change->batch_id ?? '')?->state)));
    }

    #[OA\Post(
        path: '/api/v1/source-changes/{id}/undo',
        operationId: 'undoSourceChange',
        summary: 'Take back what followed; it is not followed any more in that',
        tags: ['Sourcing'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 200, description: 'As it is now', content: new OA\JsonContent(ref: '#/components/schemas/SourceChange')),
            new OA\Response(response: 409, description: 'There is nothing left to take back', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function undo(int $id, UndoSourceChange $undo, #[CurrentUser] User $user): JsonResponse
    {
        return new JsonResponse(SourceChangeResource::of($undo->handle($id, $user->name), null));
    }

    /**
     * @param  Collection<int, ListingSource>  $sources
     * @return Collection<int, SourceResource>
     */
    private function resources(Collection $sources): Collection
    {
        $workspace = $this->workspace();
        $terms = new SaleTerms($workspace);

        return $sources->map(fn (ListingSource $source): SourceResource => SourceResource::of($source, $workspace, $terms));
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }
}
