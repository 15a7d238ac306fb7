<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Catalogue\Listings\ListingFilter;
use OpenApi\Attributes as OA;
use Wrasse\Core\Market\DropReason;
use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;

/** What the core said, as it writes it. */
#[OA\Schema(
    schema: 'Decision',
    required: [
        'sku',
        'outcome',
        'reason',
        'from',
        'price',
        'floor',
        'ceiling',
        'target',
        'bound_by',
        'rank_before',
        'rank_after',
        'field_size',
        'before',
        'after',
        'dropped',
        'steps',
    ],
    properties: [
        new OA\Property(property: 'sku', type: 'string'),
        new OA\Property(
            property: 'outcome',
            type: 'string',
            enum: Outcome::class,
        ),
        new OA\Property(property: 'reason', type: 'string', enum: Reason::class),
        new OA\Property(property: 'from', type: 'string'),
        new OA\Property(property: 'price', type: 'string', nullable: true),
        new OA\Property(property: 'floor', type: 'string', nullable: true),
        new OA\Property(property: 'ceiling', type: 'string', nullable: true),
        new OA\Property(property: 'target', type: 'string', nullable: true),
        new OA\Property(property: 'bound_by', type: 'string', nullable: true),
        new OA\Property(property: 'rank_before', type: 'integer'),
        new OA\Property(property: 'rank_after', type: 'integer', nullable: true),
        new OA\Property(property: 'field_size', type: 'integer'),
        new OA\Property(
            property: 'before',
            nullable: true,
            oneOf: [new OA\Schema(ref: '#/components/schemas/Earnings')],
        ),
        new OA\Property(
            property: 'after',
            nullable: true,
            oneOf: [new OA\Schema(ref: '#/components/schemas/Earnings')],
        ),
        new OA\Property(
            property: 'dropped',
            type: 'array',
            items: new OA\Items(
                type: 'object',
                required: ['seller', 'why'],
                properties: [
                    new OA\Property(property: 'seller', type: 'string'),
                    new OA\Property(property: 'why', type: 'string', enum: DropReason::class),
                ],
            ),
        ),
        new OA\Property(property: 'steps', type: 'array', items: new OA\Items(ref: '#/components/schemas/Step')),
    ],
)]
#[OA\Schema(
    schema: 'Phrase',
    description: 'What is said, for those who word it themselves: a phrase with its values.',
    required: ['code', 'values'],
    properties: [
        new OA\Property(property: 'code', type: 'string', enum: Phrase::class),
        new OA\Property(
            property: 'values',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(
                oneOf: [
                    new OA\Schema(type: 'string'),
                    new OA\Schema(type: 'integer'),
                    new OA\Schema(ref: '#/components/schemas/Phrase'),
                ],
            ),
        ),
    ],
)]
#[OA\Schema(
    schema: 'Step',
    required: ['step', 'says', 'message', 'figures'],
    properties: [
        new OA\Property(property: 'step', type: 'string'),
        new OA\Property(property: 'says', description: 'In English.', type: 'string'),
        new OA\Property(property: 'message', ref: '#/components/schemas/Phrase'),
        new OA\Property(
            property: 'figures',
            type: 'object',
            additionalProperties: new OA\AdditionalProperties(type: 'string'),
        ),
    ],
)]
#[OA\Schema(
    schema: 'Earnings',
    required: ['profit', 'margin_percent', 'markup_percent'],
    properties: [
        new OA\Property(property: 'profit', type: 'string'),
        new OA\Property(property: 'margin_percent', type: 'string', nullable: true),
        new OA\Property(property: 'markup_percent', type: 'string', nullable: true),
    ],
)]
#[OA\Schema(
    schema: 'ListingFilter',
    properties: [
        new OA\Property(property: 'q', type: 'string'),
        new OA\Property(property: 'channel', type: 'integer'),
        new OA\Property(property: 'country', description: 'Of the channel; ISO 3166-1.', type: 'string'),
        new OA\Property(property: 'supplier', type: 'string'),
        new OA\Property(property: 'category', type: 'string'),
        new OA\Property(property: 'brand', type: 'string'),
        new OA\Property(
            property: 'outcome',
            type: 'string',
            enum: Outcome::class,
        ),
        new OA\Property(property: 'margin_from', type: 'string'),
        new OA\Property(property: 'margin_to', type: 'string'),
        new OA\Property(property: 'markup_from', type: 'string'),
        new OA\Property(property: 'markup_to', type: 'string'),
        new OA\Property(property: 'stock_from', type: 'string'),
        new OA\Property(property: 'stock_to', type: 'string'),
        new OA\Property(property: 'rule', description: 'A rule, or "none".', type: 'string'),
        new OA\Property(
            property: 'state',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/ListingState'),
        ),
        new OA\Property(
            property: 'except',
            description: 'Ids of listings that are left out though they match.',
            type: 'array',
            items: new OA\Items(type: 'integer'),
        ),
    ],
)]
#[OA\Schema(
    schema: 'ListingState',
    type: 'string',
    enum: ListingFilter::STATES,
)]
final readonly class DecisionSchema
{
}
