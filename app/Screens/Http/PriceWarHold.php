<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Pricing\Models\PriceWar;
use OpenApi\Attributes as OA;

/** What somebody decided about a rival with whom we stepped each other down, as long as it holds. */
#[OA\Schema(schema: 'PriceWarHold')]
final readonly class PriceWarHold
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
        $priceWar = PriceWar::query()
            ->where('listing_id', $listingId)
            ->where('until', '>', now())
            ->where('answer', '<>', 'leave')
            ->orderByDesc('until')
            ->first();

        return $priceWar?->answer === null || $priceWar->until === null
            ? null
            : new self(
                $priceWar->id,
                $priceWar->answer,
                $names[$priceWar->seller] ?? $priceWar->seller,
                $priceWar->until->toIso8601ZuluString(),
            );
    }
}
