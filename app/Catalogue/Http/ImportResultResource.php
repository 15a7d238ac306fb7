<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ImportResult')]
final readonly class ImportResultResource
{
    /** @param  list<array{line: int, sku: string, why: string}>  $refused */
    public function __construct(
        #[OA\Property] public int $changed,
        #[OA\Property] public int $unchanged,
        #[OA\Property(type: 'array', items: new OA\Items(ref: '#/components/schemas/RefusedRow'))] public array $refused,
    ) {
    }
}
