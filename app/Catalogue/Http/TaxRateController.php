<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Actions\TakeTaxRates;
use App\Catalogue\Limits\ForeseesFloorMoves;
use App\Catalogue\Models\TaxRate;
use App\Support\Http\KnownCountry;
use App\Support\Http\PercentField;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;

/** Tax by country and category, each from a day on. */
final readonly class TaxRateController
{
    public function __construct(
        private CurrentWorkspace $current,
        private TakeTaxRates $take,
    ) {
    }

    #[OA\Get(
        path: '/api/v1/tax-rates',
        operationId: 'listTaxRates',
        summary: 'What countries take of a sale: now, before, and from a day to come',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'By country and category, the last day first',
                content: new OA\JsonContent(type: 'array', items: new OA\Items(ref: '#/components/schemas/TaxRate')),
            ),
        ],
    )]
    public function index(): JsonResponse
    {
        $rates = TaxRate::query()
            ->orderBy('country')
            ->orderByRaw('category NULLS FIRST')
            ->orderByDesc('valid_from')
            ->get();
        $seen = [];

        return new JsonResponse(
            $rates->map(function (TaxRate $rate) use (&$seen): TaxRateResource {
                $of = "{$rate->country} {$rate->category}";
                $holds = $rate->taken_at === null ? 'later' : (isset($seen[$of]) ? 'earlier' : 'now');
                $seen[$of] = $holds === 'later' ? null : true;

                return TaxRateResource::of($rate, $holds);
            }),
        );
    }

    #[OA\Post(
        path: '/api/v1/tax-rates',
        operationId: 'addTaxRate',
        summary: 'Say what a country takes from a day on',
        tags: ['Catalogue'],
        requestBody: new OA\RequestBody(
            required: true,
            content: new OA\JsonContent(
                required: ['country', 'percent'],
                properties: [
                    new OA\Property(property: 'country', description: 'ISO 3166-1, two letters.', type: 'string'),
                    new OA\Property(
                        property: 'category',
                        description: 'Null: everything that has no rate of its own.',
                        type: 'string',
                        maxLength: 255,
                        nullable: true,
                    ),
                    new OA\Property(property: 'percent', description: '0 to 100.', type: 'string'),
                    new OA\Property(
                        property: 'valid_from',
                        description: 'Today if nothing is said.',
                        type: 'string',
                        format: 'date',
                        nullable: true,
                    ),
                ],
            ),
        ),
        responses: [
            new OA\Response(
                response: 201,
                description: 'It is taken once its day has come; at once if that is today or before',
                content: new OA\JsonContent(ref: '#/components/schemas/TaxRate'),
            ),
            new OA\Response(
                response: 422,
                description: 'What is wrong with which field',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function store(Request $request): JsonResponse
    {
        /** @var array{country: string, category?: string|null, percent: string, valid_from?: string|null} $given */
        $given = $request->validate([
            'country' => ['required', 'string', new KnownCountry()],
            'category' => ['nullable', 'string', 'max:255'],
            'percent' => ['required', 'string', 'max:12'],
            'valid_from' => ['bail', 'nullable', 'string', 'date_format:Y-m-d', 'after:1990-01-01', 'before:+10 years'],
        ]);
        $rate = $this->take->add($this->current->id(), [
            'country' => $given['country'],
            'category' => $given['category'] ?? null,
            'percent' => PercentField::upTo(100, 'percent', $given['percent']),
            'valid_from' => $given['valid_from'] ?? now($this->workspace()->time_zone)->toDateString(),
        ]);

        return new JsonResponse(TaxRateResource::of($rate, $rate->taken_at === null ? 'later' : 'now'), 201);
    }

    #[OA\Get(
        path: '/api/v1/tax-rates/{id}/effect',
        operationId: 'taxRateEffect',
        summary: 'What the day of a rate will make of floors',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Of the first 2,000 listings that are concerned',
                content: new OA\JsonContent(ref: '#/components/schemas/FloorMoves'),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function effect(int $id, ForeseesFloorMoves $floors): JsonResponse
    {
        return new JsonResponse($floors->underTax($this->workspace(), TaxRate::query()->findOrFail($id)));
    }

    #[OA\Delete(
        path: '/api/v1/tax-rates/{id}',
        operationId: 'removeTaxRate',
        summary: 'Take one back: what held before holds again',
        tags: ['Catalogue'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(response: 204, description: 'Done'),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function destroy(int $id): JsonResponse
    {
        $this->take->remove($this->current->id(), $id);

        return new JsonResponse(null, 204);
    }

    private function workspace(): Workspace
    {
        return Workspace::query()->findOrFail($this->current->id());
    }
}
