<?php

declare(strict_types=1);

namespace App\Screens\Http;

use OpenApi\Attributes as OA;
use stdClass;
use Wrasse\Core\Money\Currency;

#[OA\Schema(schema: 'PositionDay', description: 'How the listings stood on a day; null where that was not kept.')]
final readonly class PositionDay
{
    public function __construct(
        #[OA\Property(format: 'date')] public string $day,
        #[OA\Property(description: 'In stock, with rivals to stand among.')] public int $listings,
        #[OA\Property(description: 'How many of them held the buy box.')] public int $buy_box,
        #[OA\Property(description: 'Of the price, on average.')] public ?string $margin_percent,
        #[OA\Property(description: 'On average, of those with rivals.')] public ?string $rank,
        #[OA\Property(description: 'Prices that changed.')] public ?int $changes,
        #[OA\Property(description: 'Null where no sales are known.')] public ?string $revenue,
        #[OA\Property] public ?string $profit,
    ) {
    }

    public static function of(stdClass $row, Currency $currency): self
    {
        $amount = fn (?int $minor) => $minor === null ? null : $currency->format($minor);

        return new self(
            $row->day,
            $row->listings,
            $row->buy_box,
            $row->margin_percent,
            $row->rank,
            $row->changes,
            $amount($row->revenue_minor),
            $amount($row->profit_minor),
        );
    }
}
