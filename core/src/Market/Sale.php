<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** Units sold at a price, in minor units. */
final readonly class Sale
{
    public function __construct(public int $units, public int $price)
    {
    }

    public function revenue(): int
    {
        return $this->units * $this->price;
    }
}
