<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'SampleRow', type: 'array', items: new OA\Items(type: 'string'))]
#[OA\Schema(
    schema: 'ImportColumns',
    type: 'object',
    additionalProperties: new OA\AdditionalProperties(type: 'integer', nullable: true),
)]
#[OA\Schema(
    schema: 'BulkEdit',
    description: 'cost: field, how, value, effective_from. limits: side, kind, value. supplier: supplier. automation: on. price: how, value, stands, hours. rule: rule. product: fields, was, effective_from.',
    properties: [
        new OA\Property(
            property: 'field',
            type: 'string',
            enum: ['cost', 'inbound', 'packaging', 'handling', 'shipping_cost', 'rrp', 'map'],
        ),
        new OA\Property(
            property: 'currency',
            description: 'What the figure is in; the currency of the workspace where nothing is said.',
            type: 'string',
            nullable: true,
        ),
        new OA\Property(property: 'how', type: 'string', enum: ['set', 'add', 'add_percent', 'to']),
        new OA\Property(
            property: 'value',
            description: 'As people type it; with "to" one of floor, ceiling, list_price, rrp.',
            type: 'string',
            nullable: true,
        ),
        new OA\Property(property: 'effective_from', type: 'string', format: 'date', nullable: true),
        new OA\Property(property: 'side', type: 'string', enum: ['floor', 'ceiling']),
        new OA\Property(property: 'kind', type: 'string', enum: ['amount', 'margin', 'markup', 'profit', 'rrp']),
        new OA\Property(property: 'supplier', type: 'string', nullable: true),
        new OA\Property(property: 'on', type: 'boolean'),
        new OA\Property(property: 'rule', type: 'integer', nullable: true),
        new OA\Property(
            property: 'stands',
            description: 'What ends the price: the market moves, hours pass, or someone releases it.',
            type: 'string',
            enum: ['market', 'hours', 'released'],
        ),
        new OA\Property(property: 'hours', type: 'integer', maximum: 2160, minimum: 1),
        new OA\Property(
            property: 'prices',
            description: 'By listing.',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(type: 'string'),
        ),
        new OA\Property(property: 'fields', ref: '#/components/schemas/ProductFields'),
        new OA\Property(
            property: 'was',
            description: 'What some of them were when they were read: they are changed only if they still are.',
            ref: '#/components/schemas/ProductFields',
        ),
    ],
)]
#[OA\Schema(
    schema: 'ProductFields',
    description: 'Texts as people type them; an empty one takes the value away.',
    properties: [
        new OA\Property(property: 'title', type: 'string'),
        new OA\Property(property: 'brand', type: 'string'),
        new OA\Property(property: 'category', type: 'string'),
        new OA\Property(property: 'supplier', type: 'string'),
        new OA\Property(property: 'gtin', description: 'Its check digit is verified.', type: 'string'),
        new OA\Property(property: 'mpn', description: 'The maker’s part number.', type: 'string'),
        new OA\Property(property: 'cost', type: 'string'),
        new OA\Property(property: 'inbound', type: 'string'),
        new OA\Property(property: 'packaging', type: 'string'),
        new OA\Property(property: 'handling', type: 'string'),
        new OA\Property(property: 'shipping_cost', type: 'string'),
        new OA\Property(property: 'rrp', type: 'string'),
        new OA\Property(property: 'map', type: 'string'),
    ],
)]
#[OA\Schema(
    schema: 'NewProduct',
    required: ['sku'],
    allOf: [
        new OA\Schema(ref: '#/components/schemas/ProductFields'),
        new OA\Schema(
            required: ['sku'],
            properties: [
                new OA\Property(property: 'sku', type: 'string'),
                new OA\Property(
                    property: 'product',
                    description: 'SKU of the known product that is offered once more.',
                    type: 'string',
                ),
                new OA\Property(
                    property: 'channel',
                    description: 'Where a draft listing is made; by name.',
                    type: 'string',
                ),
                new OA\Property(property: 'price', type: 'string'),
                new OA\Property(property: 'list_price', type: 'string'),
                new OA\Property(property: 'shipping', type: 'string'),
                new OA\Property(property: 'stock', type: 'string'),
                new OA\Property(property: 'condition', type: 'string', enum: ['new', 'used', 'refurbished']),
                new OA\Property(property: 'fulfilment', type: 'string', enum: ['merchant', 'marketplace']),
                new OA\Property(property: 'floor', type: 'string'),
                new OA\Property(property: 'ceiling', type: 'string'),
            ],
        ),
    ],
)]
final readonly class ImportSchema
{
}
