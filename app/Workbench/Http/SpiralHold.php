<?php

declare(strict_types=1);

namespace App\Workbench\Http;

use App\Pricing\Models\Spiral;
use OpenApi\Attributes as OA;

/** What somebody decided about a rival with whom we stepped each other down, as long as it holds. */
#[OA\Schema(schema: 'SpiralHold')]
final readonly class SpiralHold
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(enum: ['hold', 'step_up', 'ignore'])] public string $answer,
        #[OA\Property(description: 'As the marketplace names it.')] public string $rival,
        #[OA\Property(format: 'date-time')] public string $until,
    ) {
    }

    /** @param  array<string, string>  $names  of rivals, by seller */
    public static function on(int $listingId, array $names): ?self
    {
        $spiral = Spiral::query()->where('listing_id', $listingId)->where('until', '>', now())->where('answer', '<>', 'leave')->orderByDesc('until')->first();

        return $spiral?->answer === null || $spiral->until === null ? null : new self($spiral->id, $spiral->answer, $names[$spiral->seller] ?? $spiral->seller, $spiral->until->toIso8601ZuluString());
    }
}
