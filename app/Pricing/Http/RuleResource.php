<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Models\Rule;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Rule')]
final readonly class RuleResource
{
    /** @param  array<string, mixed>  $document */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property] public bool $is_on,
        #[OA\Property] public int $every_minutes,
        #[OA\Property(description: 'Number of the latest version.')] public int $version,
        #[OA\Property(type: 'object', ref: '#/components/schemas/RuleDocument')] public array $document,
        #[OA\Property] public int $listings,
        #[OA\Property(description: 'Listings on it that cannot be priced.')] public int $blocked,
        #[OA\Property(description: 'Listings on it whose own switch is off.')] public int $paused,
        #[OA\Property(format: 'date-time')] public ?string $last_run_at,
    ) {
    }

    public static function of(Rule $rule, RuleCounts $counts): self
    {
        return new self(
            $rule->id, $rule->name, $rule->is_on, $rule->every_minutes, $rule->latest->number, $rule->latest->document,
            $counts->listings, $counts->blocked, $counts->paused, $rule->last_run_at?->toIso8601ZuluString(),
        );
    }
}
