<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\SmallestPrice;

/** One reason not to go below a price. */
interface FloorTerm extends Term
{
    /**
     * The smallest price that meets the term, in minor units; null where its figure is absent, SmallestPrice::NONE
     * where no price does.
     */
    public function smallest(Listing $listing, CompetitorSet $field): ?int;
}
