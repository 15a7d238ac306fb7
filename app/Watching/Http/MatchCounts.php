<?php

declare(strict_types=1);

namespace App\Watching\Http;

use OpenApi\Attributes as OA;

/** How many matches there are of each score, so that it can be seen what a threshold would do. */
#[OA\Schema(schema: 'MatchCounts')]
final readonly class MatchCounts
{
    /** @param  list<array{score: int, proposed: int, accepted: int, rejected: int}>  $scores */
    public function __construct(
        #[OA\Property(description: 'Those that match the filter.')] public int $matches,
        #[OA\Property(
            description: 'Of the shop, whatever else is filtered: by score in hundredths, falling, how many wait, and how those were decided that are.',
            type: 'array',
            items: new OA\Items(
                required: ['score', 'proposed', 'accepted', 'rejected'],
                properties: [
                    new OA\Property(property: 'score', type: 'integer'),
                    new OA\Property(property: 'proposed', type: 'integer'),
                    new OA\Property(property: 'accepted', type: 'integer'),
                    new OA\Property(property: 'rejected', type: 'integer'),
                ],
                type: 'object',
            ),
        )]
        public array $scores,
    ) {
    }
}
