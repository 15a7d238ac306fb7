<?php

declare(strict_types=1);

namespace App\Catalogue\Suppliers;

use App\Catalogue\Fees\UnitCosts;

/** What a supplier's markup makes a price from. */
final readonly class MarkupListing
{
    /** @param  int  $shipping  what the buyer pays for it, in minor units */
    public function __construct(
        public ?string $supplier,
        public int $channelId,
        public ?string $category,
        public string $fulfilment,
        public int $shipping,
        public UnitCosts $costs,
    ) {
    }
}
