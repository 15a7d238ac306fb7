<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

/** What one rival asks, at one moment. */
final readonly class SeenOffer
{
    /** @param  int  $landed  with shipping, in minor units */
    public function __construct(
        public string $seller,
        public int $landed,
        public bool $isInStock,
        public bool $hasPromotion = false,
    ) {
    }
}
