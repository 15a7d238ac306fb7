<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use OpenApi\Attributes as OA;

/** A rival came, went or changed its price. */
#[OA\Schema(schema: 'RivalMove')]
final readonly class SeenMove
{
    public function __construct(
        #[OA\Property(format: 'date-time')] public string $at,
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property(description: 'ISO 4217.')] public string $currency,
        #[OA\Property(description: 'With shipping; null: it was not there.', nullable: true)] public ?string $from,
        #[OA\Property(description: 'With shipping; null: it is not there any more.', nullable: true)] public ?string $to,
        #[OA\Property(description: 'How long after a move of ours, where it may be an answer to it.', nullable: true)]
        public ?int $reaction_seconds,
    ) {
    }
}
