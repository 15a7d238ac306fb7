<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

/**
 * One seller's current terms for a listing. Amounts in minor units, times in microseconds since 1970, null = not known.
 */
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
}
