<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

/** A cost while it held, and what the listing earned then. */
#[OA\Schema(schema: 'CostPeriod')]
final readonly class CostPeriodResource
{
    public function __construct(
        #[OA\Property(format: 'date-time')] public string $from,
        #[OA\Property(description: 'Null while it holds.', format: 'date-time')] public ?string $until,
        #[OA\Property(description: 'Told, but not yet in force.')] public bool $is_later,
        #[OA\Property(
            description: 'Whether it came by hand or in bulk, from a file, or by an undo.',
            enum: ['bulk', 'file', 'undo'],
        )]
        public string $source,
        #[OA\Property] public ?string $cost,
        #[OA\Property(description: 'What the cost is in; ISO 4217.')] public string $cost_currency,
        #[OA\Property(description: 'With what comes on top.')] public ?string $total_cost,
        #[OA\Property(description: 'The last price seen while it held.')] public ?string $price,
        #[OA\Property(
            description: 'Profit, margin and markup of that price with the fees and tax of today.',
            type: 'object',
            ref: '#/components/schemas/PriceEarnings',
            nullable: true,
        )]
        public ?EarningsResource $earnings,
    ) {
    }
}
