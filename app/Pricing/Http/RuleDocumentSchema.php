<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use OpenApi\Attributes as OA;

/** A rule as the pricing core reads it. */
#[OA\Schema(schema: 'RuleDocument', required: ['version', 'kind', 'reference'], properties: [
    new OA\Property(property: 'version', type: 'integer', enum: [1]),
    new OA\Property(property: 'kind', type: 'string', enum: ['competitive']),
    new OA\Property(property: 'direction', type: 'string', enum: ['both', 'up_only', 'down_only']),
    new OA\Property(property: 'when_below_floor', type: 'string', enum: ['floor', 'hold', 'ceiling']),
    new OA\Property(property: 'when_above_ceiling', type: 'string', enum: ['ceiling', 'hold']),
    new OA\Property(property: 'reprice_on_promotion', type: 'boolean'),
    new OA\Property(property: 'field', ref: '#/components/schemas/RuleField'),
    new OA\Property(property: 'compare', type: 'string', enum: ['landed', 'item']),
    new OA\Property(property: 'reference', ref: '#/components/schemas/RuleReference'),
    new OA\Property(property: 'position', ref: '#/components/schemas/RulePosition'),
    new OA\Property(property: 'when_no_rivals', type: 'string', enum: ['hold', 'ceiling', 'list_price']),
    new OA\Property(property: 'when_holding_buy_box', type: 'string', enum: ['keep', 'raise', 'ignore']),
])]
#[OA\Schema(schema: 'RuleReference', required: ['of'], properties: [new OA\Property(property: 'of', type: 'string', enum: ['lowest', 'buy_box'])])]
#[OA\Schema(schema: 'RulePosition', properties: [
    new OA\Property(property: 'move', type: 'string', enum: ['match', 'below', 'above']),
    new OA\Property(property: 'percent', type: 'string'), new OA\Property(property: 'amount', type: 'string'), new OA\Property(property: 'at_least', type: 'string'),
])]
#[OA\Schema(schema: 'RuleField', properties: [
    new OA\Property(property: 'condition', oneOf: [new OA\Schema(type: 'string', enum: ['same', 'any']), new OA\Schema(type: 'array', items: new OA\Items(type: 'string'))]),
    new OA\Property(property: 'fulfilment', oneOf: [new OA\Schema(type: 'string', enum: ['same', 'any']), new OA\Schema(type: 'array', items: new OA\Items(type: 'string'))]),
    new OA\Property(property: 'exclude_sellers', type: 'array', items: new OA\Items(type: 'string')),
    new OA\Property(property: 'only_sellers', type: 'array', items: new OA\Items(type: 'string')),
    new OA\Property(property: 'exclude_marketplace_retail', type: 'boolean'),
    new OA\Property(property: 'min_rating_percent', type: 'string'), new OA\Property(property: 'min_rating_count', type: 'integer'),
    new OA\Property(property: 'max_handling_days', type: 'integer'), new OA\Property(property: 'ship_from', type: 'array', items: new OA\Items(type: 'string')),
    new OA\Property(property: 'in_stock_only', type: 'boolean'), new OA\Property(property: 'max_age_minutes', type: 'integer'),
    new OA\Property(property: 'sources', type: 'array', items: new OA\Items(type: 'string')),
])]
final readonly class RuleDocumentSchema
{
}
