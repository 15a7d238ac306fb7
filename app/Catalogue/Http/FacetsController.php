<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Support\Tenancy\CurrentWorkspace;
use Illuminate\Database\Query\Builder;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use OpenApi\Attributes as OA;

/** What listings can be told apart by. */
final readonly class FacetsController
{
    #[OA\Get(
        path: '/api/v1/facets',
        operationId: 'listFacets',
        summary: 'Suppliers, categories and brands that listings have',
        tags: ['Catalogue'],
        responses: [
            new OA\Response(
                response: 200,
                description: 'Their names',
                content: new OA\JsonContent(ref: '#/components/schemas/Facets'),
            ),
        ],
    )]
    public function __invoke(CurrentWorkspace $current): JsonResponse
    {
        $products = fn (): Builder => DB::table('products')->where('products.workspace_id', $current->id());
        $names = fn (Builder $query, string $column): array => array_map(
            strval(...),
            $query->whereNotNull($column)->distinct()->orderBy($column)->limit(2_000)->pluck($column)->all(),
        );

        return new JsonResponse(
            new FacetsResource(
                $names($products()->join('suppliers', 'suppliers.id', '=', 'supplier_id'), 'suppliers.name'),
                $names($products(), 'category'),
                $names($products(), 'brand'),
            ),
        );
    }
}
