<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** An entry of a channel's catalogue, as it came: nobody has checked it. */
final readonly class CatalogueItem
{
    /**
     * @param  string  $item  the channel's name for it
     * @param  string|null  $price  the lowest for something new in stock, with shipping, as a decimal in the currency of the channel
     * @param  int  $sellers  that have it in stock
     */
    public function __construct(
        public string $item,
        public string $title,
        public ?string $brand,
        public ?string $category,
        public ?string $gtin,
        public ?string $price,
        public int $sellers,
    ) {
    }
}
