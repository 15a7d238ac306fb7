<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

/** A price that is worth a look. */
#[OA\Schema(schema: 'Suggestion')]
final readonly class Suggestion
{
    public function __construct(
        #[OA\Property(
            description: 'Cheapest by far, with room to go up; or slow and dearer than others, with room to come down.',
            enum: ['up', 'down'],
        )]
        public string $kind,
        #[OA\Property] public int $listing,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'What its prices are in; ISO 4217.')] public string $currency,
        #[OA\Property] public string $price,
        #[OA\Property(description: 'One cent under the lowest other, within the limits.')] public string $to,
        #[OA\Property(description: 'The lowest other that counts, with shipping.')] public string $lowest,
        #[OA\Property(description: 'Sold in 30 days.')] public int $units,
        #[OA\Property(
            description: 'What it comes to in a week if as much is sold; of one that does not sell nobody knows.',
        )]
        public ?string $a_week,
        #[OA\Property] public ?int $stock,
    ) {
    }
}
