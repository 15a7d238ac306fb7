<?php

declare(strict_types=1);

namespace App\Watching\Http;

use OpenApi\Attributes as OA;

/** One of the two sides of a match. */
#[OA\Schema(schema: 'MatchedProduct')]
final readonly class MatchedProduct
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $title,
        #[OA\Property] public ?string $brand,
        #[OA\Property] public ?string $gtin,
        #[OA\Property(description: 'The maker’s part number.')] public ?string $mpn,
        #[OA\Property] public ?string $sku,
        #[OA\Property(description: 'Ours: that of the first listing.')] public ?string $price,
        #[OA\Property(description: 'ISO 4217')] public ?string $currency,
        #[OA\Property(description: 'Theirs only.')] public ?bool $in_stock,
        #[OA\Property(description: 'Theirs only: the shop.')] public ?string $shop,
        #[OA\Property(description: 'Theirs only.')] public ?string $url,
        #[OA\Property(description: 'Ours only: the first.')] public ?int $listing_id,
    ) {
    }
}
