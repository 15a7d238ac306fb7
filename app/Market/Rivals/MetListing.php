<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use OpenApi\Attributes as OA;

/** A listing of ours on which a rival is met. */
#[OA\Schema(schema: 'MetListing')]
final readonly class MetListing
{
    /** @param  list<array{at: int, theirs: string|null}>  $trend */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'ISO 4217.')] public string $currency,
        #[OA\Property(description: 'Our price with shipping.')] public string $ours,
        #[OA\Property(description: 'Theirs with shipping.')] public string $theirs,
        #[OA\Property(description: 'Theirs above (+) or below (-) ours, of ours.')] public string $difference_percent,
        #[OA\Property] public bool $holds_buy_box,
        #[OA\Property(format: 'date-time')] public string $seen_at,
        #[OA\Property(
            description: 'Theirs with shipping in the last 30 days, oldest first: from when (in seconds since 1970) it was what; null: not there.',
            type: 'array',
            items: new OA\Items(
                required: ['at', 'theirs'],
                properties: [
                    new OA\Property(property: 'at', type: 'integer'),
                    new OA\Property(property: 'theirs', type: 'string', nullable: true),
                ],
            ),
        )]
        public array $trend,
    ) {
    }
}
