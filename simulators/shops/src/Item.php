<?php

declare(strict_types=1);

namespace Simulators\Shops;

/** One thing on a page: amounts in cents of the shop's currency, without tax where it sells so. */
final readonly class Item
{
    public function __construct(
        public string $sku,
        public string $gtin,
        public string $title,
        public string $brand,
        public string $size,
        public int $price,
        public ?int $oldPrice,
        public bool $inStock,
    ) {
    }

    public function decimal(): string
    {
        return self::amount($this->price);
    }

    public static function amount(int $cents): string
    {
        return sprintf('%d.%02d', intdiv($cents, 100), $cents % 100);
    }
}
