<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'FloorMove')]
final readonly class FloorMove
{
    public function __construct(
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $currency,
        #[OA\Property(description: 'Its floor now.')] public ?string $before,
        #[OA\Property] public ?string $after,
        #[OA\Property] public ?string $percent,
    ) {
    }
}
