<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Limits\Scope;
use App\Catalogue\Models\LimitScope;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'ScopeLimits')]
final readonly class ScopeLimitsResource
{
    /** @param  array<string, mixed>  $limits */
    public function __construct(
        #[OA\Property(enum: Scope::class)] public string $scope,
        #[OA\Property(description: 'Of the product its SKU.')] public string $name,
        #[OA\Property(type: 'object', ref: '#/components/schemas/Limits')] public array $limits,
        #[OA\Property] public int $version,
        #[OA\Property(description: 'How many listings are meant.')] public int $listings,
    ) {
    }

    public static function of(LimitScope $set, int $listings): self
    {
        return new self($set->scope->value, $set->name, $set->limits, $set->version, $listings);
    }
}
