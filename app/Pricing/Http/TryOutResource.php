<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Catalogue\Currencies\OwnCurrency;
use App\Pricing\Deciding\EvaluatedListing;
use App\Pricing\Effects\Effect;
use OpenApi\Attributes as OA;
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
        #[OA\Property(description: 'How many were tried.')] public int $listings,
        #[OA\Property(description: 'Of those with rivals.')] public int $cheapest_before,
        #[OA\Property] public int $cheapest_after,
        #[OA\Property] public int $at_floor_before,
        #[OA\Property] public int $at_floor_after,
        #[OA\Property(description: 'Of what was sold in 30 days, at the prices of now.')] public string $revenue_before,
        #[OA\Property(description: 'The same pieces at the new prices.')] public string $revenue_after,
        #[OA\Property] public string $profit_before,
        #[OA\Property] public string $profit_after,
        #[OA\Property(description: 'What these sums are in; ISO 4217.')] public string $currency,
        #[OA\Property(description: 'Listings that are not in the sums, as there is no exchange rate for their currency.')]
        public int $left_out,
        #[OA\Property(type: 'array', items: new OA\Items(ref: TryOutRow::class))] public array $rows,
    ) {
    }

    /** @param  iterable<array{EvaluatedListing, int}>  $decided  as TryOut gives it; each with its row */
    public static function listingByListing(iterable $decided, OwnCurrency $own): self
    {
        $effect = new Effect(0, $own);
        $rows = [];
        foreach ($decided as [$one, $units]) {
            $effect->add($one, $units);
            $rows[] = TryOutRow::of($one);
        }

        return self::of($effect, $rows, $own->currency);
    }

    /** Only the rows that would move most. */
    public static function summed(Effect $effect, Currency $currency): self
    {
        return self::of($effect, array_map(fn (array $move) => TryOutRow::of($move[1]), $effect->largest()), $currency);
    }

    /** @param  list<TryOutRow>  $rows */
    private static function of(Effect $effect, array $rows, Currency $currency): self
    {
        $stands = $effect->stands;
        $money = $effect->money;

        return new self(
            ...$effect->count,
            listings: $stands->listings,
            cheapest_before: $stands->cheapestBefore,
            cheapest_after: $stands->cheapestAfter,
            at_floor_before: $stands->atFloorBefore,
            at_floor_after: $stands->atFloorAfter,
            revenue_before: $currency->format($money->revenueBefore),
            revenue_after: $currency->format($money->revenueAfter),
            profit_before: $currency->format($money->profitBefore),
            profit_after: $currency->format($money->profitAfter),
            currency: $currency->code,
            left_out: $money->leftOut,
            rows: $rows,
        );
    }
}
