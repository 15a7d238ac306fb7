<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(
    schema: 'HistoryPoint',
    required: ['at', 'price', 'lowest', 'buy_box', 'floor', 'ceiling'],
    properties: [
        new OA\Property(property: 'at', description: 'Seconds since 1970.', type: 'integer'),
        new OA\Property(property: 'price', type: 'string'),
        new OA\Property(property: 'lowest', type: 'string', nullable: true),
        new OA\Property(property: 'buy_box', type: 'string', nullable: true),
        new OA\Property(property: 'floor', type: 'string', nullable: true),
        new OA\Property(property: 'ceiling', type: 'string', nullable: true),
    ],
)]
#[OA\Schema(
    schema: 'HistoryRival',
    required: ['seller', 'name', 'is_web', 'figures'],
    properties: [
        new OA\Property(property: 'seller', type: 'string'),
        new OA\Property(property: 'name', type: 'string'),
        new OA\Property(property: 'is_web', description: 'Whether it is a shop whose page is read.', type: 'boolean'),
        new OA\Property(
            property: 'figures',
            description: 'One for each point; comparable like the lowest.',
            type: 'array',
            items: new OA\Items(type: 'string', nullable: true),
        ),
    ],
)]
#[OA\Schema(
    schema: 'SalesDay',
    required: ['day', 'units', 'in_stock'],
    properties: [
        new OA\Property(property: 'day', type: 'string', format: 'date'),
        new OA\Property(property: 'units', type: 'integer'),
        new OA\Property(property: 'in_stock', type: 'boolean'),
    ],
)]
final readonly class HistorySchema
{
}
