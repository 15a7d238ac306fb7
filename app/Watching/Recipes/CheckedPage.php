<?php

declare(strict_types=1);

namespace App\Watching\Recipes;

use OpenApi\Attributes as OA;

/** What a recipe reads on a page, beside what was read before. */
#[OA\Schema(schema: 'CheckedPage')]
final readonly class CheckedPage
{
    /** @param  list<string>  $problems */
    public function __construct(
        #[OA\Property] public int $watch_id,
        #[OA\Property] public int $reading,
        #[OA\Property] public string $url,
        #[OA\Property] public ?string $before,
        #[OA\Property] public ?string $price,
        #[OA\Property(description: 'ISO 4217.')] public ?string $currency,
        #[OA\Property(type: 'array', items: new OA\Items(type: 'string'))] public array $problems,
    ) {
    }
}
