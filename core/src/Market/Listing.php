<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Profit\Earnings;

/** Our own offer, with what is known of it. Amounts in minor units, times in microseconds since 1970. */
final readonly class Listing
{
    /** What decides, together with an offer's terms, whether the two compare. */
    public string $terms;

    public function __construct(
        public string $sku,
        public Currency $currency,
        public string $seller,
        public int $price,
        public Earnings $earnings,
        public ?int $stock = null,
        public string $condition = 'new',
        public string $fulfilment = 'merchant',
        public ?int $listPrice = null,
        public ?int $rrp = null,
        public ?int $map = null,
        public bool $holdsBuyBox = false,
        public bool $onPromotion = false,
        public ?int $lastChangedAt = null,
        public int $changesLast24h = 0,
        public Sales $sales = new Sales(),
    ) {
        $this->terms = "\0{$condition}\0{$fulfilment}";
    }
}
