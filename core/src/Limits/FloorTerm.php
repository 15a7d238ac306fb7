<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;

/** One reason not to go below a price. */
interface FloorTerm
{
    public function needsCost(): bool;

    /** The smallest price that meets the term, in minor units; null where its figure is absent, SmallestPrice::NONE where no price does. */
    public function smallest(Listing $listing): ?int;

    public function holds(Listing $listing, int $price): bool;

    /** How a sentence calls it, such as "12 % margin". */
    public function says(Listing $listing): string;
}
