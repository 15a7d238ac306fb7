<?php

declare(strict_types=1);

namespace App\Screens\Http;

use App\Catalogue\Currencies\OwnCurrency;
use OpenApi\Attributes as OA;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Earnings;

#[OA\Schema(schema: 'PriceEarnings', description: 'What a sale at a price brings in, and what it is spent on.')]
final readonly class EarningsResource
{
    public function __construct(
        #[OA\Property(example: '23.90')] public string $price,
        #[OA\Property(description: 'What the buyer pays for shipping.')] public string $shipping,
        #[OA\Property(description: 'Contained in both; 0 where tax is put on top.')] public string $tax,
        #[OA\Property] public string $fees,
        #[OA\Property(description: 'With extra costs; null where it is not known.')] public ?string $cost,
        #[OA\Property] public ?string $profit,
        #[OA\Property(description: 'The same in the workspace’s currency, where that is another one and a rate is known.')]
        public ?string $profit_own,
        #[OA\Property(description: 'Profit as a percentage of the price before tax.')] public ?string $margin_percent,
        #[OA\Property(description: 'Profit as a percentage of the cost.')] public ?string $markup_percent,
    ) {
    }

    public static function at(int $price, Earnings $earnings, Currency $currency, OwnCurrency $own): self
    {
        $profit = $earnings->at($price);

        return new self(
            $currency->format($price),
            $currency->format($earnings->shipping),
            $currency->format($earnings->taxIn($price)),
            $currency->format($earnings->fees($price)),
            $profit === null ? null : $currency->format($profit->totalCost),
            $profit === null ? null : $currency->format($profit->profit),
            $own->beside($profit?->profit, $currency),
            $profit?->marginPercent(),
            $profit?->markupPercent(),
        );
    }
}
