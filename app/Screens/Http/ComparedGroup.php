<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ComparedGroup')]
final readonly class ComparedGroup
{
    public function __construct(
        #[OA\Property] public bool $held_back,
        #[OA\Property] public int $listings,
        #[OA\Property(description: 'Sold since the rule was limited.')] public int $units,
        #[OA\Property] public string $revenue,
        #[OA\Property(description: 'At what a piece earns now.')] public string $profit,
        #[OA\Property(description: 'How many hold the buy box now.')] public int $buy_box,
    ) {
    }
}
