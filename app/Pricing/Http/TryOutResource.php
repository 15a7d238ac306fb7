<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Deciding\Decided;
use OpenApi\Attributes as OA;
use Wrasse\Core\Decision\Outcome;
use Wrasse\Core\Insight\MoneyAtPace;
use Wrasse\Core\Money\Currency;

#[OA\Schema(schema: 'TryOut')]
final readonly class TryOutResource
{
    /** @param  list<TryOutRow>  $rows */
    public function __construct(
        #[OA\Property] public int $down,
        #[OA\Property] public int $up,
        #[OA\Property] public int $stay,
        #[OA\Property(description: 'Would wait for a person.')] public int $ask,
        #[OA\Property(description: 'Out of stock and the like.')] public int $skipped,
        #[OA\Property(description: 'Cannot be priced.')] public int $blocked,
        #[OA\Property(description: 'Of what was sold in 30 days, at the prices of now.')] public string $revenue_before,
        #[OA\Property(description: 'The same pieces at the new prices.')] public string $revenue_after,
        #[OA\Property] public string $profit_before,
        #[OA\Property] public string $profit_after,
        #[OA\Property(type: 'array', items: new OA\Items(ref: TryOutRow::class))] public array $rows,
    ) {
    }

    /** @param  list<Decided>  $decided */
    public static function of(array $decided, MoneyAtPace $money, Currency $currency): self
    {
        $count = ['down' => 0, 'up' => 0, 'stay' => 0, 'ask' => 0, 'skipped' => 0, 'blocked' => 0];
        foreach ($decided as $one) {
            $decision = $one->decision;
            $count[match ($decision->outcome) {
                Outcome::Review => 'ask',
                Outcome::Change => $decision->price < $one->row->price_minor ? 'down' : 'up',
                Outcome::Keep => 'stay',
                Outcome::Skipped => 'skipped',
                Outcome::Blocked => 'blocked',
            }]++;
        }

        return new self(
            ...$count, revenue_before: $currency->format($money->revenueBefore), revenue_after: $currency->format($money->revenueAfter),
            profit_before: $currency->format($money->profitBefore), profit_after: $currency->format($money->profitAfter), rows: array_map(TryOutRow::of(...), $decided));
    }
}
