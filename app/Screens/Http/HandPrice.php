<?php

declare(strict_types=1);

namespace App\Screens\Http;

use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;

/** A price that someone set by hand, and for how long rules leave it alone. */
#[OA\Schema(schema: 'HandPrice')]
final readonly class HandPrice
{
    public function __construct(
        #[OA\Property] public string $price,
        #[OA\Property(
            description: 'What ends it: the market of the listing moves, hours pass, or someone releases it.',
            enum: ['market', 'hours', 'released'],
        )]
        public string $stands,
        #[OA\Property(format: 'date-time')] public ?string $until,
        #[OA\Property(description: 'Who set it.')] public ?string $by,
        #[OA\Property(description: 'Whether its channel has shown it.')] public bool $arrived,
    ) {
    }

    /** @param  stdClass  $row  as ListingQuery gives it */
    public static function of(stdClass $row, Currency $currency): ?self
    {
        return $row->hand_minor === null
            ? null
            : new self(
                $currency->format($row->hand_minor),
                $row->hand_stands,
                $row->hand_until === null ? null : CarbonImmutable::parse($row->hand_until)->toIso8601ZuluString(),
                $row->hand_by,
                $row->hand_arrived_at !== null,
            );
    }
}
