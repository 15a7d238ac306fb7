<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use OpenApi\Attributes as OA;

/** A listing beside several rivals. */
#[OA\Schema(schema: 'ComparedListing')]
final readonly class ComparedListing
{
    /** @param  list<array{rival: int, theirs: string, difference_percent: string, holds_buy_box: bool}>  $rivals */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'ISO 4217.')] public string $currency,
        #[OA\Property(description: 'Our price with shipping.')] public string $ours,
        #[OA\Property(description: 'The lowest of them above (+) or below (-) ours, of ours.')]
        public string $lowest_percent,
        #[OA\Property(
            description: 'Those that are there.',
            type: 'array',
            items: new OA\Items(
                required: ['rival', 'theirs', 'difference_percent', 'holds_buy_box'],
                properties: [
                    new OA\Property(property: 'rival', type: 'integer'),
                    new OA\Property(property: 'theirs', description: 'With shipping.', type: 'string'),
                    new OA\Property(property: 'difference_percent', type: 'string'),
                    new OA\Property(property: 'holds_buy_box', type: 'boolean'),
                ],
            ),
        )]
        public array $rivals,
    ) {
    }
}
