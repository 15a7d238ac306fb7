<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/**
 * A listing as its channel has it. Amounts are decimals in the currency of the channel, as they came: nobody has
 * checked them.
 */
final readonly class SourceListing
{
    /**
     * @param  string  $item  by which the channel's offers are found: its name for the catalogue entry
     * @param  string  $condition  new, used or refurbished
     * @param  string  $fulfilment  who sends: merchant or marketplace
     * @param  int|null  $stock  null where it is not known
     */
    public function __construct(
        public string $sku,
        public string $item,
        public string $title,
        public ?string $brand,
        public ?string $category,
        public ?string $gtin,
        public string $price,
        public string $shipping,
        public string $condition,
        public string $fulfilment,
        public ?int $stock,
    ) {
    }
}
