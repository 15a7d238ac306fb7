<?php

declare(strict_types=1);

namespace App\Market\Http;

use App\Market\Models\Rival;
use OpenApi\Attributes as OA;

/** A rival as a whole, as it was last worked out. Percentages are medians over listings: theirs above (+) or below (-) ours. */
#[OA\Schema(schema: 'RivalStanding')]
final readonly class RivalStanding
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'As rules name it; of a shop its host.')] public string $seller,
        #[OA\Property] public string $name,
        #[OA\Property(description: 'Null: a shop of its own on the web.', nullable: true)] public ?string $channel,
        #[OA\Property(description: 'Listings of ours that it meets.')] public int $listings,
        #[OA\Property(description: 'Of them those where it is cheaper.')] public int $cheaper,
        #[OA\Property(description: 'Of them those where it is dearer.')] public int $dearer,
        #[OA\Property(description: 'Of our price with shipping, on all it meets.', nullable: true)]
        public ?string $difference_percent,
        #[OA\Property(description: 'Of our price with shipping, where it is cheaper.', nullable: true)]
        public ?string $cheaper_percent,
        #[OA\Property(description: 'Of them those where it holds the buy box.')] public int $buy_boxes,
        #[OA\Property(description: 'How often it changed a price in the last 30 days.')] public int $moves,
        #[OA\Property(description: 'How many of its moves may be answers to ours.')] public int $reactions,
        #[OA\Property(description: 'How long after us, the median of them.', nullable: true)]
        public ?int $reaction_seconds,
        #[OA\Property(format: 'date-time', nullable: true)] public ?string $moved_at,
        #[OA\Property(format: 'date-time', nullable: true)] public ?string $seen_at,
    ) {
    }

    public static function of(Rival $rival, ?string $channel): self
    {
        return new self(
            $rival->id,
            $rival->seller,
            $rival->name,
            $channel,
            $rival->listings,
            $rival->cheaper,
            $rival->dearer,
            $rival->difference_percent,
            $rival->cheaper_percent,
            $rival->buy_boxes,
            $rival->moves,
            $rival->reactions,
            $rival->reaction_seconds,
            $rival->moved_at?->toRfc3339String(),
            $rival->seen_at?->toRfc3339String(),
        );
    }
}
