<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

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

    public function says(): Message
    {
        return ($this === self::Landed ? Phrase::WithShipping : Phrase::ItemPriceAlone)->with();
    }
}
