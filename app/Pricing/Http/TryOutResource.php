<?php

declare(strict_types=1);

namespace App\Pricing\Http;

use App\Pricing\Deciding\Decided;
use OpenApi\Attributes as OA;
use Wrasse\Core\Decision\Outcome;
use Wrasse\Core\Insight\MoneyAtPace;
use Wrasse\Core\Insight\Stands;
use Wrasse\Core\Money\Currency;
use Wrasse\Core\Money\PriceMove;

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
        #[OA\Property(type: 'array', items: new OA\Items(ref: TryOutRow::class))] public array $rows,
    ) {
    }

    /**
     * @param  iterable<array{Decided, int}>  $decided  as TryOut gives it
     * @param  int|null  $most  only the rows that would move most; null: all
     */
    public static function of(iterable $decided, Currency $currency, ?int $most): self
    {
        $count = ['down' => 0, 'up' => 0, 'stay' => 0, 'ask' => 0, 'skipped' => 0, 'blocked' => 0];
        $stands = new Stands;
        $money = new MoneyAtPace;
        $rows = $moves = [];
        foreach ($decided as [$one, $units]) {
            $decision = $one->decision;
            $count[self::kind($one)]++;
            $stands->add($decision);
            $money->add($decision, $units);
            if ($most === null) {
                $rows[] = TryOutRow::of($one);
            } elseif ($decision->price !== null) {
                $moves[] = [(new PriceMove($decision->listing->price, $decision->price))->size(), $one];
                $moves = count($moves) < 8 * $most ? $moves : self::largest($moves, $most);
            }
        }

        return new self(
            ...$count, listings: $stands->listings, cheapest_before: $stands->cheapestBefore, cheapest_after: $stands->cheapestAfter, at_floor_before: $stands->atFloorBefore, at_floor_after: $stands->atFloorAfter,
            revenue_before: $currency->format($money->revenueBefore), revenue_after: $currency->format($money->revenueAfter),
            profit_before: $currency->format($money->profitBefore), profit_after: $currency->format($money->profitAfter),
            rows: $most === null ? $rows : array_map(fn (array $move) => TryOutRow::of($move[1]), self::largest($moves, $most)));
    }

    /** @return 'down'|'up'|'stay'|'ask'|'skipped'|'blocked' */
    private static function kind(Decided $one): string
    {
        return match ($one->decision->outcome) {
            Outcome::Review => 'ask',
            Outcome::Change => $one->decision->price < $one->row->price_minor ? 'down' : 'up',
            Outcome::Keep => 'stay',
            Outcome::Skipped => 'skipped',
            Outcome::Blocked => 'blocked',
        };
    }

    /**
     * @param  list<array{int, Decided}>  $moves  with their size
     * @return list<array{int, Decided}>
     */
    private static function largest(array $moves, int $most): array
    {
        usort($moves, fn (array $a, array $b) => $b[0] <=> $a[0]);

        return array_slice($moves, 0, $most);
    }
}
