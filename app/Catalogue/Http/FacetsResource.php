<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Facets')]
final readonly class FacetsResource
{
    /**
     * @param  list<string>  $suppliers
     * @param  list<string>  $categories
     * @param  list<string>  $brands
     */
    public function __construct(
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $suppliers,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $categories,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $brands,
    ) {
    }
}
