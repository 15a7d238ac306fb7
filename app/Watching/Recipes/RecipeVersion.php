<?php

declare(strict_types=1);

namespace App\Watching\Recipes;

use App\Watching\Models\SiteRecipe;
use OpenApi\Attributes as OA;

/** How the pages of a site were or are read. */
#[OA\Schema(schema: 'RecipeVersion')]
final readonly class RecipeVersion
{
    /** @param  array<string, mixed>  $recipe */
    public function __construct(
        #[OA\Property(description: 'From 1.')] public int $number,
        #[OA\Property(format: 'date-time')] public string $created_at,
        #[OA\Property(nullable: true)] public ?string $created_by,
        #[OA\Property(type: 'object')] public array $recipe,
    ) {
    }

    public static function of(SiteRecipe $recipe): self
    {
        return new self($recipe->number, $recipe->created_at->toRfc3339String(), $recipe->created_by, $recipe->document);
    }
}
