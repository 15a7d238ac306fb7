<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;
use Wrasse\Core\Trail\Reason;

/** Listings that cannot be priced for the same reason. */
#[OA\Schema(schema: 'WorklistGroup')]
final readonly class WorklistGroup
{
    /** @param  list<WorklistItem>  $items */
    public function __construct(
        #[OA\Property(
            enum: Reason::OF_LIMITS,
        )]
        public string $problem,
        #[OA\Property(description: 'How many there are in all.')] public int $many,
        #[OA\Property(
            description: 'Those that sold the most.',
            type: 'array',
            items: new OA\Items(ref: WorklistItem::class),
        )]
        public array $items,
    ) {
    }
}
