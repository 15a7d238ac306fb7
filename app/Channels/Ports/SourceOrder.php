<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** Units of one listing sold at one price. */
final readonly class SourceOrder
{
    /**
     * @param  string  $price  of a unit, a decimal in the currency of the channel
     * @param  string  $at  ISO 8601
     */
    public function __construct(public string $sku, public int $units, public string $price, public string $at)
    {
    }
}
