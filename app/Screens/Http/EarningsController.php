<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Accounts\Models\Workspace;
use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Currencies\OwnCurrency;
use App\Catalogue\Models\Listing;
use App\Pricing\Deciding\DecideNow;
use App\Screens\CostHistory;
use App\Support\Http\AmountField;
use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;

/** What a listing would earn at any price. */
final readonly class EarningsController
{
    #[OA\Get(
        path: '/api/v1/listings/{id}/costs',
        operationId: 'listingCosts',
        summary: 'What it cost when, and what the margin was then',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Latest first',
                content: new OA\JsonContent(
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/CostPeriod'),
                ),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function costs(int $id, CurrentWorkspace $current, DecideNow $now): JsonResponse
    {
        $listing = Listing::query()
            ->with(['product.supplier', 'channel'])
            ->findOrFail($id);
        $workspace = Workspace::query()->findOrFail($current->id());
        $decided = $now->of($workspace, $id);

        return new JsonResponse((new CostHistory(
            $listing,
            $decided->decision->listing->earnings,
            new OwnCurrency($workspace),
            new Conversions($workspace),
        ))->periods());
    }

    #[OA\Get(
        path: '/api/v1/listings/{id}/earnings',
        operationId: 'listingEarnings',
        summary: 'Fees, tax, profit, margin and markup at a price',
        tags: ['Listings'],
        parameters: [
            new OA\Parameter(name: 'id', in: 'path', required: true, schema: new OA\Schema(type: 'integer')),
            new OA\Parameter(
                name: 'price',
                in: 'query',
                required: true,
                description: 'As people type it.',
                schema: new OA\Schema(type: 'string'),
            ),
        ],
        responses: [
            new OA\Response(
                response: 200,
                description: 'What it earns',
                content: new OA\JsonContent(ref: '#/components/schemas/PriceEarnings'),
            ),
            new OA\Response(
                response: 404,
                description: 'None',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
            new OA\Response(
                response: 422,
                description: 'Not a price',
                content: new OA\JsonContent(ref: '#/components/schemas/Problem'),
            ),
        ],
    )]
    public function __invoke(Request $request, int $id, CurrentWorkspace $current, DecideNow $now): JsonResponse
    {
        /** @var array{price: string} $asked */
        $asked = $request->validate(['price' => ['required', 'string', 'max:40']]);
        $listing = Listing::query()
            ->with(['product.supplier', 'channel'])
            ->findOrFail($id);
        $currency = Currency::of($listing->channel->currency);
        $price = AmountField::read('price', $asked['price'], $currency);
        $workspace = Workspace::query()->findOrFail($current->id());
        $earnings = $now->of($workspace, $id)->decision->listing->earnings;

        return new JsonResponse(EarningsResource::at($price, $earnings, $currency, new OwnCurrency($workspace)));
    }
}
