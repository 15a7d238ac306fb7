<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

/** One seller's current terms for a listing. Amounts in minor units, times in microseconds since 1970, null = not known. */
final readonly class Offer
{
    /** Price with shipping. */
    public int $landed;

    public function __construct(
        public string $seller,
        public int $price,
        public int $shipping = 0,
        public string $condition = 'new',
        public string $fulfilment = 'merchant',
        public bool $inStock = true,
        public bool $buyBox = false,
        public ?Percent $rating = null,
        public ?int $ratingCount = null,
        public ?int $handlingDays = null,
        public ?string $shipFrom = null,
        public bool $marketplaceRetail = false,
        public string $source = 'marketplace',
        public ?int $seenAt = null,
    ) {
        $this->landed = $price + $shipping;
    }

    /** What offers have in common that differ only in seller and price. */
    public function terms(): string
    {
        return self::termsOf($this->source, $this->condition, $this->fulfilment, $this->inStock, $this->marketplaceRetail);
    }

    public static function termsOf(string $source = 'marketplace', string $condition = 'new', string $fulfilment = 'merchant', bool $inStock = true, bool $marketplaceRetail = false): string
    {
        return "{$source}\0{$condition}\0{$fulfilment}\0{$inStock}\0{$marketplaceRetail}";
    }
}
