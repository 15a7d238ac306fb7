<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

/**
 * What a rival sees when it looks at one of its listings. Amounts in minor units; figures of others are with shipping.
 */
final readonly class Situation
{
    public function __construct(
        public int $price,
        public int $shipping,
        public int $lowest,
        public int $usual,
        public bool $holdsBuyBox,
        public ?int $cheapestOther,
        public ?int $buyBox,
        public int $now,
    ) {
    }
}
