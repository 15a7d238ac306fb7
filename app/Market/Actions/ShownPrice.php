<?php

declare(strict_types=1);

namespace App\Market\Actions;

use Wrasse\Core\Money\Currency;

/** Compares what a channel shows as our prices with ours. */
final readonly class ShownPrice
{
    public function __construct(private ChangesOnTheirWay $changes)
    {
    }

    /**
     * A price that differs from ours while none of ours is on its way was set by someone else: it is what buyers see,
     * so it is adopted.
     *
     * @param  array<int, int>  $ours  in minor units, by listing
     * @param  array<int, mixed>  $shown  decimals as the channel sends them, by listing
     * @return array<int, int> what someone else has set, in minor units, by listing
     */
    public function setElsewhere(array $ours, array $shown, Currency $currency): array
    {
        $others = [];
        foreach ($shown as $listingId => $decimal) {
            $price = is_string($decimal) ? $currency->parse($decimal) : 0;
            if ($price > 0 && $price !== $ours[$listingId]) {
                $others[$listingId] = $price;
            }
        }

        return $others === [] ? [] : array_diff_key($others, array_flip($this->changes->among(array_keys($others))));
    }
}
