<?php

declare(strict_types=1);

namespace App\Catalogue\Limits;

use Wrasse\Core\Money\Currency;

/**
 * The limits of a single listing, as they are kept.
 *
 * @phpstan-type Limits array{floor: list<array<string, string>>, ceiling: list<array<string, string>>}
 */
final readonly class OwnLimits
{
    /**
     * The amount set by hand, if there is one.
     *
     * @param  Limits  $limits
     * @param  'floor'|'ceiling'  $side
     */
    public static function amount(array $limits, string $side): ?string
    {
        return array_column($limits[$side], 'amount', 'kind')['amount'] ?? null;
    }

    /**
     * With another term of that kind, or without any.
     *
     * @param  Limits  $limits
     * @param  'floor'|'ceiling'  $side
     * @param  array<string, string>|null  $term
     * @return Limits
     */
    public static function with(array $limits, string $side, string $kind, ?array $term): array
    {
        $others = array_values(array_filter($limits[$side], fn (array $one) => $one['kind'] !== $kind));
        $limits[$side] = $term === null ? $others : [...$others, $term];

        return $limits;
    }

    /**
     * Floor and ceiling set by hand, where the one is above the other.
     *
     * @param  Limits  $limits
     * @return array{string, string}|null
     */
    public static function contradiction(array $limits, Currency $currency): ?array
    {
        $floor = self::amount($limits, 'floor');
        $ceiling = self::amount($limits, 'ceiling');

        return $floor !== null && $ceiling !== null && $currency->parse($floor) > $currency->parse($ceiling)
            ? [$floor, $ceiling]
            : null;
    }
}
