<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** A new price for a listing. Prices are decimals with the digits of the currency. */
final readonly class PriceUpdate
{
    public function __construct(
        public int $changeId,
        public string $sku,
        public string $price,
        public string $before,
        public string $currency,
        public string $title,
        public ?string $gtin,
    ) {
    }
}
