<?php

declare(strict_types=1);

namespace App\Watching\Http;

use App\Watching\Trust\FoundOffer;
use OpenApi\Attributes as OA;
use Wrasse\Core\Reading\Data\Availability;

/** What a page offers, in its own currency. */
#[OA\Schema(schema: 'FoundOffer')]
final readonly class FoundOfferResource
{
    public function __construct(
        #[OA\Property] public string $price,
        #[OA\Property(description: 'ISO 4217.')] public string $currency,
        #[OA\Property(description: 'As the page says it.')] public ?string $shipping,
        #[OA\Property(description: 'As the page says it.')] public ?bool $tax_included,
        #[OA\Property(enum: Availability::class)] public string $availability,
        #[OA\Property] public string $condition,
        #[OA\Property] public ?string $name,
        #[OA\Property] public ?string $variant,
        #[OA\Property(description: 'Where the price stood, such as json_ld or markup.')] public string $source,
        #[OA\Property(description: '0 to 100.')] public int $confidence,
        #[OA\Property(description: 'In the words of the page.')] public ?string $promotion,
        #[OA\Property(format: 'date-time')] public string $read_at,
    ) {
    }

    public static function of(?FoundOffer $offer): ?self
    {
        return $offer === null
            ? null
            : new self(
                $offer->price,
                $offer->currency,
                $offer->shipping,
                $offer->taxIncluded,
                $offer->availability->value,
                $offer->condition,
                $offer->name,
                $offer->variant,
                $offer->source,
                $offer->confidence,
                $offer->promotion,
                $offer->readAt->toRfc3339String(),
            );
    }
}
