<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Models\RuleVersion;
use OpenApi\Attributes as OA;

/** A rule as it once was, or is. */
#[OA\Schema(schema: 'RuleVersion')]
final readonly class RuleVersionResource
{
    /** @param  array<string, mixed>  $document */
    public function __construct(
        #[OA\Property] public int $number,
        #[OA\Property(type: 'object', ref: '#/components/schemas/RuleDocument')] public array $document,
        #[OA\Property(description: 'Who saved it.')] public ?string $by,
        #[OA\Property(format: 'date-time')] public string $created_at,
    ) {
    }

    /** The version comes with its user. */
    public static function of(RuleVersion $version): self
    {
        return new self(
            $version->number,
            $version->document,
            $version->user?->name,
            $version->created_at->toIso8601ZuluString(),
        );
    }
}
