<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** An offer that counts, with the figure it is compared by, in minor units. */
final readonly class Rival
{
    public function __construct(public Offer $offer, public int $figure)
    {
    }
}
