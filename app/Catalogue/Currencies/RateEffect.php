<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

use OpenApi\Attributes as OA;

/** What another rate would make of floors. */
#[OA\Schema(schema: 'RateEffect')]
final readonly class RateEffect
{
    /** @param  list<RateMove>  $largest */
    public function __construct(
        #[OA\Property(description: 'Listings whose floor would move, of those that were looked at.')] public int $floors,
        #[OA\Property(description: 'How many listings depend on the rate.')] public int $listings,
        #[OA\Property(
            description: 'The largest moves.',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/RateMove'),
        )]
        public array $largest,
    ) {
    }
}
