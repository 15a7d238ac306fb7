<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Currencies\Conversions;
use App\Catalogue\Models\ExchangeRate;
use OpenApi\Attributes as OA;

/** A rate as it was published. */
#[OA\Schema(schema: 'ExchangeRate')]
final readonly class RateResource
{
    public function __construct(
        #[OA\Property(description: 'Units of quote for one of base.')] public string $rate,
        #[OA\Property(format: 'date')] public string $day,
        #[OA\Property] public string $source,
    ) {
    }

    public static function of(ExchangeRate $rate): self
    {
        return new self(Conversions::plain($rate->rate), $rate->day, $rate->source);
    }
}
