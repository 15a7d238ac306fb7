<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'SampleRow', type: 'array', items: new OA\Items(type: 'string'))]
#[OA\Schema(schema: 'ImportColumns', type: 'object', additionalProperties: new OA\AdditionalProperties(type: 'integer', nullable: true))]
#[OA\Schema(schema: 'BulkEdit', description: 'cost: field, how, value, effective_from. limits: side, kind, value. supplier: supplier. automation: on. price: how, value. rule: rule.', properties: [
    new OA\Property(property: 'field', type: 'string', enum: ['cost', 'inbound', 'packaging', 'handling', 'shipping_cost', 'rrp', 'map']),
    new OA\Property(property: 'how', type: 'string', enum: ['set', 'add', 'add_percent', 'to']),
    new OA\Property(property: 'value', description: 'As people type it; with "to" one of floor, ceiling, list_price, rrp.', type: 'string', nullable: true),
    new OA\Property(property: 'effective_from', type: 'string', format: 'date', nullable: true),
    new OA\Property(property: 'side', type: 'string', enum: ['floor', 'ceiling']), new OA\Property(property: 'kind', type: 'string', enum: ['amount', 'margin', 'markup', 'profit', 'rrp']),
    new OA\Property(property: 'supplier', type: 'string', nullable: true), new OA\Property(property: 'on', type: 'boolean'), new OA\Property(property: 'rule', type: 'integer', nullable: true),
])]
final readonly class ImportSchema
{
}
