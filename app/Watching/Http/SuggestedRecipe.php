<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Watching\Recipes\RecipeCheck;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'SuggestedRecipe')]
final readonly class SuggestedRecipe
{
    /** @param  array<string, mixed>  $recipe */
    public function __construct(
        #[OA\Property(type: 'object')] public array $recipe,
        #[OA\Property] public RecipeCheck $check,
    ) {
    }
}
