<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Analysis;
use OpenApi\Annotations\Components;
use OpenApi\Annotations\Operation;
use OpenApi\Attributes as OA;
use OpenApi\Generator;

/** The filters of the listing list, which other operations on listings take too. */
#[OA\Parameter(
    parameter: 'listing_q',
    name: 'q',
    in: 'query',
    description: 'SKU, GTIN or words',
    schema: new OA\Schema(type: 'string'),
)]
#[OA\Parameter(parameter: 'listing_channel', name: 'channel', in: 'query', schema: new OA\Schema(type: 'integer'))]
#[OA\Parameter(
    parameter: 'listing_rule',
    name: 'rule',
    in: 'query',
    description: 'A rule, or "none"',
    schema: new OA\Schema(type: 'string'),
)]
#[OA\Parameter(parameter: 'listing_supplier', name: 'supplier', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(parameter: 'listing_category', name: 'category', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(parameter: 'listing_brand', name: 'brand', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(
    parameter: 'listing_outcome',
    name: 'outcome',
    in: 'query',
    description: 'Of the last decision',
    schema: new OA\Schema(type: 'string'),
)]
#[OA\Parameter(
    parameter: 'listing_margin_from',
    name: 'margin_from',
    in: 'query',
    description: 'Margin of price in percent',
    schema: new OA\Schema(type: 'string'),
)]
#[OA\Parameter(parameter: 'listing_margin_to', name: 'margin_to', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(
    parameter: 'listing_markup_from',
    name: 'markup_from',
    in: 'query',
    description: 'Markup on cost in percent',
    schema: new OA\Schema(type: 'string'),
)]
#[OA\Parameter(parameter: 'listing_markup_to', name: 'markup_to', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(parameter: 'listing_stock_from', name: 'stock_from', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(parameter: 'listing_stock_to', name: 'stock_to', in: 'query', schema: new OA\Schema(type: 'string'))]
#[OA\Parameter(
    parameter: 'listing_state',
    name: 'state[]',
    in: 'query',
    schema: new OA\Schema(type: 'array', items: new OA\Items(ref: '#/components/schemas/ListingState')),
    explode: true,
)]
final readonly class ListingFilterParameters
{
    /** Marks an operation that takes them. */
    public const ADDED = ['listing-filters' => true];

    public static function addTo(Analysis $analysis): void
    {
        /** @var Operation $operation */
        foreach ($analysis->getAnnotationsOfType(Operation::class) as $operation) {
            if (Generator::isDefault($operation->x) || ! isset($operation->x['listing-filters'])) {
                continue;
            }
            $operation->x = array_diff_key($operation->x, self::ADDED);
            $own = Generator::isDefault($operation->parameters) ? [] : $operation->parameters;
            $parameters = [];
            /** @var OA\Parameter $parameter */
            foreach ($analysis->getAnnotationsOfType(OA\Parameter::class) as $parameter) {
                if (
                    ! Generator::isDefault($parameter->parameter) &&
                    str_starts_with($parameter->parameter, 'listing_')
                ) {
                    $parameters[] = new OA\Parameter(ref: Components::ref($parameter));
                }
            }
            $operation->parameters = [...$parameters, ...$own];
        }
    }
}
