<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use App\Accounts\Models\Workspace;
use App\Catalogue\Exports\CsvResponse;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use OpenApi\Attributes as OA;
use stdClass;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** Who asks less than the advertised minimum, or more than the recommended price. */
final readonly class BreachController
{
    private const SHOWN = 200;

    private const HEAD = ['SKU', 'Title', 'Brand', 'Channel', 'Seller', 'Limit', 'Furthest off', 'Difference (% of limit)', 'Seen at', 'Last price', 'Currency', 'Since', 'Until'];

    public function __construct(private CurrentWorkspace $current)
    {
    }

    #[OA\Get(
        path: '/api/v1/breaches',
        operationId: 'listBreaches',
        summary: 'Prices below the advertised minimum or above the recommended price, ours first',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/breach_kind'),
            new OA\Parameter(ref: '#/components/parameters/breach_days'),
            new OA\Parameter(ref: '#/components/parameters/breach_open'),
            new OA\Parameter(ref: '#/components/parameters/breach_rival'),
            new OA\Parameter(ref: '#/components/parameters/breach_brand'),
        ],
        responses: [
            new OA\Response(response: 200, description: 'Two hundred at most, then the furthest off', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/PriceBreach'))),
        ],
    )]
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse($this->filter($request)->inOrder($this->current->id())->limit(self::SHOWN)->get()->map(BreachResource::of(...)));
    }

    #[OA\Get(
        path: '/api/v1/breaches/sellers',
        operationId: 'breachesBySeller',
        summary: 'The same by seller: how often, on how many listings, how far off',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/breach_kind'),
            new OA\Parameter(ref: '#/components/parameters/breach_days'),
            new OA\Parameter(ref: '#/components/parameters/breach_open'),
            new OA\Parameter(ref: '#/components/parameters/breach_rival'),
            new OA\Parameter(ref: '#/components/parameters/breach_brand'),
        ],
        responses: [
            new OA\Response(response: 200, description: 'Ours first', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/PriceBreachGroup'))),
        ],
    )]
    public function sellers(Request $request): JsonResponse
    {
        return new JsonResponse(BreachGroup::bySeller($this->filter($request), $this->current->id()));
    }

    #[OA\Get(
        path: '/api/v1/breaches/brands',
        operationId: 'breachesByBrand',
        summary: 'The same by brand',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/breach_kind'),
            new OA\Parameter(ref: '#/components/parameters/breach_days'),
            new OA\Parameter(ref: '#/components/parameters/breach_open'),
            new OA\Parameter(ref: '#/components/parameters/breach_rival'),
            new OA\Parameter(ref: '#/components/parameters/breach_brand'),
        ],
        responses: [
            new OA\Response(response: 200, description: 'The most often first', content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/PriceBreachGroup'))),
        ],
    )]
    public function brands(Request $request): JsonResponse
    {
        return new JsonResponse(BreachGroup::byBrand($this->filter($request), $this->current->id()));
    }

    #[OA\Get(
        path: '/api/v1/breaches/{id}/evidence',
        operationId: 'breachEvidence',
        summary: 'What was seen: the offer as it was observed, and the page as it was kept',
        tags: ['Market'],
        parameters: [new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer'))],
        responses: [
            new OA\Response(response: 200, description: 'As far as it is kept', content: new OA\JsonContent(ref: '#/components/schemas/PriceBreachEvidence')),
            new OA\Response(response: 404, description: 'None', content: new OA\JsonContent(ref: '#/components/schemas/Problem')),
        ],
    )]
    public function evidence(int $id): JsonResponse
    {
        $breach = null;
        foreach (BreachFilter::KINDS as $kind) {
            $breach ??= (new BreachFilter(['kind' => $kind, 'days' => 400]))->inOrder($this->current->id())->where('b.id', $id)->first();
        }
        abort_if(! $breach instanceof stdClass, 404);

        return new JsonResponse(BreachEvidence::of($breach));
    }

    #[OA\Get(
        path: '/api/v1/breaches/export',
        operationId: 'exportBreaches',
        summary: 'The same as CSV, all of them',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/breach_kind'),
            new OA\Parameter(ref: '#/components/parameters/breach_days'),
            new OA\Parameter(ref: '#/components/parameters/breach_open'),
            new OA\Parameter(ref: '#/components/parameters/breach_rival'),
            new OA\Parameter(ref: '#/components/parameters/breach_brand'),
        ],
        responses: [new OA\Response(response: 200, description: 'CSV', content: new OA\MediaType(mediaType: 'text/csv', schema: new OA\Schema(type: 'string')))],
    )]
    public function export(Request $request): StreamedResponse
    {
        $filter = $this->filter($request);
        $rows = function () use ($filter): iterable {
            foreach ($filter->inOrder($this->current->id())->get() as $row) {
                $one = BreachResource::of($row);
                yield [$one->sku, $one->title, $one->brand, $one->channel, $one->rival ?? 'We ourselves', $one->limit, $one->worst, $one->worst_percent, $one->worst_at, $one->latest, $one->currency, $one->began_at, $one->ended_at];
            }
        };

        return CsvResponse::of("{$filter->kind()}-prices.csv", self::HEAD, $rows());
    }

    #[OA\Get(
        path: '/api/v1/breaches/report',
        operationId: 'reportBreaches',
        summary: 'The same as PDF, with what was seen',
        tags: ['Market'],
        parameters: [
            new OA\Parameter(ref: '#/components/parameters/breach_kind'),
            new OA\Parameter(ref: '#/components/parameters/breach_days'),
            new OA\Parameter(ref: '#/components/parameters/breach_open'),
            new OA\Parameter(ref: '#/components/parameters/breach_rival'),
            new OA\Parameter(ref: '#/components/parameters/breach_brand'),
        ],
        responses: [new OA\Response(response: 200, description: 'PDF', content: new OA\MediaType(mediaType: 'application/pdf', schema: new OA\Schema(type: 'string', format: 'binary')))],
    )]
    public function report(Request $request, BreachReport $report): Response
    {
        $filter = $this->filter($request);

        return new Response($report->pdf($filter, Workspace::query()->findOrFail($this->current->id())), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => "attachment; filename=\"{$filter->kind()}-prices.pdf\"",
        ]);
    }

    private function filter(Request $request): BreachFilter
    {
        return new BreachFilter($request->validate(BreachFilter::rules()));
    }
}
