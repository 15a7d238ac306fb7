<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'SampleRow', type: 'array', items: new OA\Items(type: 'string'))]
#[OA\Schema(schema: 'RefusedRow', required: ['line', 'sku', 'why'], properties: [
    new OA\Property(property: 'line', type: 'integer'), new OA\Property(property: 'sku', type: 'string'), new OA\Property(property: 'why', type: 'string'),
])]
final readonly class ImportSchema
{
}
