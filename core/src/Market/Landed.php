<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** What a buyer pays: the price with shipping, in minor units. */
final readonly class Landed
{
    public static function of(int $price, int $shipping): int
    {
        return $price + $shipping;
    }
}
