<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

/** What is compared: the price with shipping, or the item price alone. */
enum Basis: string
{
    case Landed = 'landed';
    case Item = 'item';

    /** The figure to compare, in minor units. */
    public function figure(int $price, int $shipping): int
    {
        return $this === self::Landed ? $price + $shipping : $price;
    }

    /** The item price that makes this figure. */
    public function itemPrice(int $figure, int $shipping): int
    {
        return $this === self::Landed ? $figure - $shipping : $figure;
    }

    public function says(): string
    {
        return $this === self::Landed ? 'with shipping' : 'item price alone';
    }
}
