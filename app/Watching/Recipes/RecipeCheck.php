<?php

declare(strict_types=1);

namespace App\Watching\Recipes;

use OpenApi\Attributes as OA;

/** What a recipe reads on the pages of its site that are kept. */
#[OA\Schema(schema: 'RecipeCheck')]
final readonly class RecipeCheck
{
    /** @param  list<CheckedPage>  $pages  those that differ first */
    public function __construct(
        #[OA\Property(description: 'How many pages there are.')] public int $total,
        #[OA\Property(description: 'On how many of them it finds a price.')] public int $reads,
        #[OA\Property(type: 'array', items: new OA\Items(ref: CheckedPage::class))] public array $pages,
    ) {
    }
}
