<?php

declare(strict_types=1);

namespace App\Screens\Gaps;

use OpenApi\Attributes as OA;

/** What other shops sell and we do not. Amounts are in the currency of the workspace. */
#[OA\Schema(schema: 'MarketGap')]
final readonly class GapResource
{
    /** @param  list<array{shop: string, url: string, price: string, seen_at: string}>  $offers */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'As the first shop calls it.')] public string $title,
        #[OA\Property] public ?string $brand,
        #[OA\Property] public ?string $gtin,
        #[OA\Property] public ?string $mpn,
        #[OA\Property(enum: ['open', 'dismissed', 'drafted'])] public string $state,
        #[OA\Property(description: 'The product that was made from it.')] public ?int $product_id,
        #[OA\Property(description: 'Shops that have it in stock.')] public int $shops,
        #[OA\Property(description: 'The lowest of their prices.')] public string $lowest,
        #[OA\Property(description: 'How the lowest price has moved in thirty days, or since it was first seen.')] public string $trend_percent,
        #[OA\Property(description: 'When it was first seen.', format: 'date-time')] public string $since,
        #[OA\Property(description: 'What it would cost us.')] public ?string $cost,
        #[OA\Property(description: 'What a sale at the lowest price would leave; null: no cost is known.')] public ?string $profit,
        #[OA\Property(description: 'The same of the net price.')] public ?string $margin_percent,
        #[OA\Property(
            description: 'The cheapest first.',
            type: 'array',
            items: new OA\Items(
                required: ['shop', 'url', 'price', 'seen_at'],
                properties: [
                    new OA\Property(property: 'shop', type: 'string'),
                    new OA\Property(property: 'url', type: 'string'),
                    new OA\Property(property: 'price', type: 'string'),
                    new OA\Property(property: 'seen_at', type: 'string', format: 'date-time'),
                ],
                type: 'object',
            ),
        )]
        public array $offers,
    ) {
    }
}
