<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use OpenApi\Attributes as OA;

/** Floor and ceiling terms as the pricing core reads them. */
#[OA\Schema(
    schema: 'Limits',
    required: ['floor', 'ceiling'],
    properties: [
        new OA\Property(
            property: 'floor',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/LimitTerm'),
        ),
        new OA\Property(
            property: 'ceiling',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/LimitTerm'),
        ),
    ],
)]
#[OA\Schema(
    schema: 'LimitTerm',
    required: ['kind'],
    properties: [
        new OA\Property(
            property: 'kind',
            type: 'string',
            enum: ['amount', 'margin', 'markup', 'profit', 'map', 'rrp', 'reference'],
        ),
        new OA\Property(
            property: 'reference',
            description: 'A figure of the market, as in a rule; floors only.',
            ref: '#/components/schemas/RuleReference',
        ),
        new OA\Property(property: 'amount', ref: '#/components/schemas/RuleAmount'),
        new OA\Property(property: 'percent', type: 'string', example: '12'),
    ],
)]
#[OA\Schema(
    schema: 'Fee',
    required: ['kind'],
    properties: [
        new OA\Property(property: 'kind', type: 'string', enum: ['percent', 'fixed', 'tiered']),
        new OA\Property(property: 'mode', type: 'string', enum: ['slab', 'marginal']),
        new OA\Property(
            property: 'tiers',
            type: 'array',
            items: new OA\Items(
                required: ['percent'],
                properties: [
                    new OA\Property(property: 'up_to', type: 'string', nullable: true),
                    new OA\Property(property: 'percent', type: 'string'),
                ],
            ),
        ),
        new OA\Property(property: 'percent', type: 'string', example: '12'),
        new OA\Property(property: 'on', type: 'string', enum: ['landed', 'item']),
        new OA\Property(property: 'minimum', type: 'string', nullable: true),
        new OA\Property(property: 'maximum', type: 'string', nullable: true),
        new OA\Property(property: 'amount', type: 'string', example: '0.35'),
    ],
)]
#[OA\Schema(
    schema: 'CategoryTerms',
    description: 'Categories whose fees or tax differ, by name.',
    type: 'object',
    additionalProperties: new OA\AdditionalProperties(
        properties: [
            new OA\Property(
                property: 'fees',
                type: 'array',
                items: new OA\Items(ref: '#/components/schemas/Fee'),
                nullable: true,
            ),
            new OA\Property(
                property: 'tax_percent',
                description: 'Null where it is that of the channel.',
                type: 'string',
                nullable: true,
            ),
        ],
    ),
)]
#[OA\Schema(
    schema: 'SupplierMarkup',
    required: ['tiers'],
    properties: [
        new OA\Property(
            property: 'tiers',
            description: 'By unit cost; each runs to one cent below the next, the first starts at zero.',
            type: 'array',
            items: new OA\Items(
                required: ['from'],
                properties: [
                    new OA\Property(property: 'from', ref: '#/components/schemas/RuleAmount'),
                    new OA\Property(property: 'percent', type: 'string'),
                    new OA\Property(property: 'amount', ref: '#/components/schemas/RuleAmount'),
                ],
            ),
        ),
        new OA\Property(property: 'min_profit', description: 'A piece.', ref: '#/components/schemas/RuleAmount'),
        new OA\Property(property: 'fee', description: 'On every price.', ref: '#/components/schemas/RuleAmount'),
        new OA\Property(
            property: 'ending',
            required: ['endings'],
            properties: [
                new OA\Property(property: 'endings', type: 'array', items: new OA\Items(type: 'string')),
                new OA\Property(property: 'round', type: 'string', enum: ['down', 'up', 'nearest']),
            ],
        ),
        new OA\Property(
            property: 'was_percent',
            description: 'By how much of the price the reference price stands above it.',
            type: 'string',
        ),
        new OA\Property(
            property: 'shipping',
            description: 'On our shipping cost.',
            properties: [
                new OA\Property(property: 'percent', type: 'string'),
                new OA\Property(property: 'amount', ref: '#/components/schemas/RuleAmount'),
            ],
        ),
    ],
)]
#[OA\Schema(
    schema: 'FreezeHours',
    required: ['from', 'to'],
    properties: [
        new OA\Property(property: 'from', type: 'string', example: '22:00'),
        new OA\Property(property: 'to', type: 'string', example: '06:00'),
        new OA\Property(
            property: 'time_zone',
            description: 'Where another than that of the workspace.',
            type: 'string',
            example: 'Europe/Berlin',
        ),
    ],
)]
final readonly class LimitsSchema
{
}
