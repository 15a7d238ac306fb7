<?php

declare(strict_types=1);

namespace App\Screens\Breaches;

use Carbon\CarbonImmutable;
use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;

/** A time in which someone asked less than the advertised minimum, or more than the recommended price. */
#[OA\Schema(schema: 'PriceBreach')]
final readonly class BreachResource
{
    private function __construct(
        #[OA\Property] public int $id,
        #[OA\Property] public int $listing_id,
        #[OA\Property] public string $sku,
        #[OA\Property] public string $title,
        #[OA\Property] public ?string $brand,
        #[OA\Property] public string $channel,
        #[OA\Property(description: 'Null: it is ours.')] public ?int $rival_id,
        #[OA\Property(description: 'The name of who asked it; null: us.')] public ?string $rival,
        #[OA\Property(description: 'Seen on a page of a shop of its own.')] public bool $is_web,
        #[OA\Property(description: 'The advertised minimum, or the recommended price, then.')] public string $limit,
        #[OA\Property(description: 'The price that was furthest off, without shipping.')] public string $worst,
        #[OA\Property(description: 'Of the limit.')] public string $worst_percent,
        #[OA\Property(format: 'date-time')] public string $worst_at,
        #[OA\Property(description: 'The last one.')] public string $latest,
        #[OA\Property] public string $currency,
        #[OA\Property(format: 'date-time')] public string $began_at,
        #[OA\Property(description: 'Null: it goes on.', format: 'date-time')] public ?string $ended_at,
    ) {
    }

    public static function of(stdClass $row): self
    {
        $currency = Currency::of($row->currency);
        $time = fn (string $time): string => CarbonImmutable::parse($time)->toRfc3339String();

        return new self(
            $row->id,
            $row->listing_id,
            $row->sku,
            $row->title,
            $row->brand,
            $row->channel,
            $row->rival_id,
            $row->rival,
            $row->is_web,
            $currency->format($row->limit_minor),
            $currency->format($row->worst_minor),
            $row->worst_percent,
            $time($row->worst_at),
            $currency->format($row->latest_minor),
            $row->currency,
            $time($row->began_at),
            $row->ended_at === null ? null : $time($row->ended_at),
        );
    }
}
