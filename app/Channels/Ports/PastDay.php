<?php

declare(strict_types=1);

namespace App\Channels\Ports;

/** How one listing stood on a past day. */
final readonly class PastDay
{
    /**
     * @param  string  $date  YYYY-MM-DD
     * @param  string  $price  ours, a decimal
     * @param  int  $units  sold
     * @param  list<array<string, mixed>>  $offers  of others, in the words of the pricing core's document
     * @param  bool|null  $holdsBuyBox  whether it was ours; null where there is none
     */
    public function __construct(
        public string $date,
        public string $sku,
        public string $price,
        public bool $inStock,
        public int $units,
        public array $offers,
        public ?bool $holdsBuyBox = null,
    ) {
    }
}
