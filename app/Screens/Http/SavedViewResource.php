<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Screens\Models\SavedView;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'SavedView')]
final readonly class SavedViewResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'As it stands in the address bar.')] public string $query,
    ) {
    }

    public static function of(SavedView $view): self
    {
        return new self($view->id, $view->name, $view->query);
    }
}
