<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Models\Rule;
use OpenApi\Attributes as OA;

#[OA\Schema(schema: 'Rule')]
final readonly class RuleResource
{
    private const SETTINGS = [
        'every_minutes',
        'stale_minutes',
        'assigned',
        'priority',
        'default_channel_id',
        'only_listings',
        'only_percent',
        'when_changed_elsewhere',
    ];

    /** @param  array<string, mixed>  $document */
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public string $name,
        #[OA\Property] public bool $is_on,
        #[OA\Property(type: 'object', ref: '#/components/schemas/RuleSettings')] public object $settings,
        #[OA\Property(description: 'Number of the latest version.')] public int $version,
        #[OA\Property(description: 'Counts edits: sent back with the next one, it tells whether someone was faster.')]
        public int $revision,
        #[OA\Property(type: 'object', ref: '#/components/schemas/RuleDocument')] public array $document,
        #[OA\Property] public int $listings,
        #[OA\Property(description: 'Listings on it that cannot be priced.')] public int $blocked,
        #[OA\Property(description: 'Listings on it whose own switch is off.')] public int $paused,
        #[OA\Property(description: 'Listings on it that are held back to compare.')] public int $held_back,
        #[OA\Property(format: 'date-time')] public ?string $last_run_at,
    ) {
    }

    public static function of(Rule $rule, RuleCounts $counts): self
    {
        return new self(
            $rule->id,
            $rule->name,
            $rule->is_on,
            (object) [...$rule->only(self::SETTINGS), 'times' => (object) $rule->times],
            $rule->latest->number,
            $rule->revision,
            $rule->latest->document,
            $counts->listings,
            $counts->blocked,
            $counts->paused,
            $counts->heldBack,
            $rule->last_run_at?->toIso8601ZuluString(),
        );
    }
}
