<?php

declare(strict_types=1);

namespace App\Catalogue\Currencies;

/** A rate on its way in: so many units of quote for one of base, on a day such as 2026-11-27. */
final readonly class PublishedRate
{
    public function __construct(
        public string $base,
        public string $quote,
        public string $rate,
        public string $day,
    ) {
    }
}
