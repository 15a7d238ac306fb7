<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

/** One listing on the days before, or after, its price changed. Amounts in minor units of one currency. */
final readonly class PriceChangeSide
{
    public function __construct(
        public int $daysInStock,
        public int $units,
        public int $revenue,
        public int $profit,
        /** At the end of the days; null where nobody can hold it, or nothing was seen. */
        public ?bool $holdsBuyBox,
    ) {
    }
}
