<?php

declare(strict_types=1);

namespace App\Catalogue\Http;

use App\Catalogue\Models\TaxRate;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Percent;

/** What a country takes of a sale from a day on. */
#[OA\Schema(schema: 'TaxRate')]
final readonly class TaxRateResource
{
    public function __construct(
        #[OA\Property] public int $id,
        #[OA\Property(description: 'ISO 3166-1, two letters.')] public string $country,
        #[OA\Property(description: 'Null: everything that has no rate of its own.')] public ?string $category,
        #[OA\Property] public string $percent,
        #[OA\Property(description: 'In the workspace’s time zone.', format: 'date')] public string $valid_from,
        #[OA\Property(enum: ['earlier', 'now', 'later'])] public string $holds,
    ) {
    }

    /** @param  'earlier'|'now'|'later'  $holds */
    public static function of(TaxRate $rate, string $holds): self
    {
        return new self(
            $rate->id,
            $rate->country,
            $rate->category,
            (string) Percent::parse($rate->percent),
            $rate->valid_from,
            $holds,
        );
    }
}
