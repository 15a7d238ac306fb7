<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use OpenApi\Attributes as OA;

/** A rule as the pricing core reads it; docs/schemas/rule.json says it in full. */
#[OA\Schema(
    schema: 'RuleDocument',
    oneOf: [
        new OA\Schema(ref: '#/components/schemas/CompetitiveRule'),
        new OA\Schema(ref: '#/components/schemas/SalesRule'),
        new OA\Schema(ref: '#/components/schemas/MarkupRule'),
        new OA\Schema(ref: '#/components/schemas/FormulaRule'),
    ],
)]
#[OA\Schema(
    schema: 'RuleCommon',
    required: ['version'],
    properties: [
        new OA\Property(property: 'version', type: 'integer', enum: [1]),
        new OA\Property(property: 'direction', type: 'string', enum: ['both', 'up_only', 'down_only']),
        new OA\Property(
            property: 'when_below_floor',
            description: 'next_rival is for competitive rules only.',
            type: 'string',
            enum: ['floor', 'hold', 'ceiling', 'next_rival'],
        ),
        new OA\Property(property: 'when_above_ceiling', type: 'string', enum: ['ceiling', 'hold']),
        new OA\Property(property: 'ending', ref: '#/components/schemas/RuleEnding'),
        new OA\Property(property: 'reprice_on_promotion', type: 'boolean'),
        new OA\Property(property: 'brakes', ref: '#/components/schemas/RuleBrakes'),
        new OA\Property(
            property: 'approval',
            description: 'auto, always, or beyond_percent: with a percentage.',
            type: 'string',
            example: 'beyond_percent:10',
        ),
    ],
)]
#[OA\Schema(
    schema: 'CompetitiveRule',
    allOf: [
        new OA\Schema(ref: '#/components/schemas/RuleCommon'),
        new OA\Schema(
            type: 'object',
            required: ['kind', 'reference'],
            properties: [
                new OA\Property(property: 'kind', type: 'string', enum: ['competitive']),
                new OA\Property(property: 'field', ref: '#/components/schemas/RuleField'),
                new OA\Property(
                    property: 'adjust',
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/RuleHandicap'),
                ),
                new OA\Property(property: 'compare', type: 'string', enum: ['landed', 'item']),
                new OA\Property(property: 'reference', ref: '#/components/schemas/RuleReference'),
                new OA\Property(property: 'position', ref: '#/components/schemas/RulePosition'),
                new OA\Property(
                    property: 'when_no_rivals',
                    type: 'string',
                    enum: ['hold', 'ceiling', 'list_price'],
                ),
                new OA\Property(
                    property: 'when_holding_buy_box',
                    type: 'string',
                    enum: ['keep', 'raise', 'ignore'],
                ),
            ],
        ),
    ],
)]
#[OA\Schema(
    schema: 'SalesRule',
    allOf: [
        new OA\Schema(ref: '#/components/schemas/RuleCommon'),
        new OA\Schema(
            type: 'object',
            required: ['kind', 'bands'],
            properties: [
                new OA\Property(property: 'kind', type: 'string', enum: ['sales']),
                new OA\Property(property: 'window_days', type: 'integer', maximum: 366, minimum: 1),
                new OA\Property(property: 'in_stock_days_only', type: 'boolean'),
                new OA\Property(
                    property: 'bands',
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/RuleBand'),
                    minItems: 1,
                ),
            ],
        ),
    ],
)]
#[OA\Schema(
    schema: 'MarkupRule',
    allOf: [
        new OA\Schema(ref: '#/components/schemas/RuleCommon'),
        new OA\Schema(
            type: 'object',
            required: ['kind', 'tiers'],
            properties: [
                new OA\Property(property: 'kind', type: 'string', enum: ['markup']),
                new OA\Property(
                    property: 'tiers',
                    type: 'array',
                    items: new OA\Items(ref: '#/components/schemas/RuleTier'),
                    minItems: 1,
                ),
                new OA\Property(property: 'min_profit', type: 'string', example: '2.00'),
            ],
        ),
    ],
)]
#[OA\Schema(
    schema: 'FormulaRule',
    allOf: [
        new OA\Schema(ref: '#/components/schemas/RuleCommon'),
        new OA\Schema(
            type: 'object',
            required: ['kind', 'price'],
            properties: [
                new OA\Property(property: 'kind', type: 'string', enum: ['formula']),
                new OA\Property(
                    property: 'price',
                    type: 'string',
                    example: 'average >= 77 ? average * 1.10 : price',
                ),
            ],
        ),
    ],
)]
#[OA\Schema(
    schema: 'RuleReference',
    description: 'Either "of", or "mean" with two or more references.',
    properties: [
        new OA\Property(
            property: 'of',
            type: 'string',
            enum: [
                'lowest',
                'nth',
                'buy_box',
                'average',
                'median',
                'highest',
                'seller',
                'rrp',
                'list_price',
                'current',
            ],
        ),
        new OA\Property(property: 'n', type: 'integer', minimum: 1),
        new OA\Property(property: 'seller', type: 'string'),
        new OA\Property(property: 'else', ref: '#/components/schemas/RuleReference'),
        new OA\Property(
            property: 'mean',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/RuleReference'),
            minItems: 2,
        ),
    ],
)]
#[OA\Schema(
    schema: 'RulePosition',
    properties: [
        new OA\Property(property: 'move', type: 'string', enum: ['match', 'below', 'above']),
        new OA\Property(property: 'percent', type: 'string'),
        new OA\Property(property: 'amount', type: 'string'),
        new OA\Property(property: 'at_least', type: 'string'),
    ],
)]
#[OA\Schema(
    schema: 'RuleHandicap',
    properties: [
        new OA\Property(property: 'seller', type: 'string'),
        new OA\Property(property: 'fulfilment', type: 'string'),
        new OA\Property(property: 'percent', type: 'string'),
        new OA\Property(property: 'amount', type: 'string'),
    ],
)]
#[OA\Schema(
    schema: 'RuleEnding',
    required: ['endings'],
    properties: [
        new OA\Property(property: 'endings', type: 'array', items: new OA\Items(type: 'string'), example: ['.99']),
        new OA\Property(property: 'round', type: 'string', enum: ['down', 'up', 'nearest']),
    ],
)]
#[OA\Schema(
    schema: 'RuleBrakes',
    properties: [
        new OA\Property(property: 'max_move_percent', type: 'string'),
        new OA\Property(property: 'beyond', type: 'string', enum: ['review', 'cap']),
        new OA\Property(property: 'min_move', type: 'string'),
        new OA\Property(property: 'cooldown_minutes', type: 'integer'),
        new OA\Property(property: 'max_changes_per_day', type: 'integer'),
    ],
)]
#[OA\Schema(
    schema: 'RuleBand',
    required: ['move'],
    properties: [
        new OA\Property(property: 'units_below', type: 'integer'),
        new OA\Property(property: 'units_at_least', type: 'integer'),
        new OA\Property(property: 'move', type: 'string', enum: ['up', 'down']),
        new OA\Property(property: 'percent', type: 'string'),
        new OA\Property(property: 'amount', type: 'string'),
    ],
)]
#[OA\Schema(
    schema: 'RuleTier',
    required: ['from'],
    properties: [
        new OA\Property(property: 'from', type: 'string'),
        new OA\Property(property: 'percent', type: 'string'),
        new OA\Property(property: 'amount', type: 'string'),
    ],
)]
#[OA\Schema(
    schema: 'RuleField',
    properties: [
        new OA\Property(
            property: 'condition',
            oneOf: [
                new OA\Schema(type: 'string', enum: ['same', 'any']),
                new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
            ],
        ),
        new OA\Property(
            property: 'fulfilment',
            oneOf: [
                new OA\Schema(type: 'string', enum: ['same', 'any']),
                new OA\Schema(type: 'array', items: new OA\Items(type: 'string')),
            ],
        ),
        new OA\Property(property: 'exclude_sellers', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'only_sellers', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'exclude_marketplace_retail', type: 'boolean'),
        new OA\Property(property: 'min_rating_percent', type: 'string'),
        new OA\Property(property: 'min_rating_count', type: 'integer'),
        new OA\Property(property: 'max_handling_days', type: 'integer'),
        new OA\Property(property: 'ship_from', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'in_stock_only', type: 'boolean'),
        new OA\Property(property: 'max_age_minutes', type: 'integer'),
        new OA\Property(property: 'sources', type: 'array', items: new OA\Items(type: 'string')),
        new OA\Property(property: 'ignore_below_percent_of_median', type: 'string'),
    ],
)]
final readonly class RuleDocumentSchema
{
}
