<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

use function intdiv;
use function max;
use function min;

/** How far a price could go without changing who is cheapest, or to become it. Amounts in minor units. */
final readonly class Room
{
    private const DAYS_IN_A_WEEK = 7;

    private const DAYS_LOOKED_AT = 30;

    /**
     * Of one that is cheapest: the highest price that is still one minor unit under the next offer, within its ceiling.
     *
     * @param  int  $lowestOther  with shipping
     * @param  Percent  $gap  smaller steps are not worth a look
     */
    public static function up(int $price, int $shipping, int $lowestOther, int $ceiling, Percent $gap): ?int
    {
        $highest = min($ceiling, $lowestOther - $shipping - 1);

        return $highest > $price && (new PriceMove($price, $highest))->isBeyond($gap) ? $highest : null;
    }

    /**
     * Of one that is dearer than others: the price one minor unit under the lowest of them; null where the floor is in
     * the way.
     *
     * @param  int  $lowestOther  with shipping
     */
    public static function down(int $price, int $shipping, int $lowestOther, int $floor): ?int
    {
        $under = $lowestOther - $shipping - 1;

        return $under >= max(1, $floor) && $under < $price ? $under : null;
    }

    /** What a step comes to in a week if as much is sold as in the last 30 days, rounded towards zero. */
    public static function aWeek(int $from, int $to, int $unitsIn30Days): int
    {
        return intdiv(($to - $from) * $unitsIn30Days * self::DAYS_IN_A_WEEK, self::DAYS_LOOKED_AT);
    }
}
