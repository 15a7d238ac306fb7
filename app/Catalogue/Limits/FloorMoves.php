<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use OpenApi\Attributes as OA;

/** What a change would make of floors. */
#[OA\Schema(schema: 'FloorMoves')]
final readonly class FloorMoves
{
    /** @param  list<FloorMove>  $largest */
    public function __construct(
        #[OA\Property(description: 'Listings whose floor would move, of those that were looked at.')] public int $floors,
        #[OA\Property(description: 'How many listings depend on what changes.')] public int $listings,
        #[OA\Property(
            description: 'The largest moves.',
            type: 'array',
            items: new OA\Items(ref: '#/components/schemas/FloorMove'),
        )]
        public array $largest,
    ) {
    }
}
