<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;

/** A floor or ceiling in minor units, and the term it comes from. */
final readonly class Limit
{
    public function __construct(public int $price, private Term $term)
    {
    }

    public function says(Listing $listing): string
    {
        return $this->term->says($listing);
    }
}
