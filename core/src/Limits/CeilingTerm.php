<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;

/** One reason not to go above a price. */
interface CeilingTerm extends Term
{
    /** The largest price that meets the term, in minor units; null where its figure is absent. */
    public function largest(Listing $listing, CompetitorSet $field): ?int;
}
