<?php

declare(strict_types=1);

namespace App\Pricing\Events;

use App\Catalogue\Models\Listing;

/** A price that is to be published. Amounts in minor units. */
final readonly class DecidedPrice
{
    /** @param  int|null  $decisionId  null where someone set it by hand: $userId */
    public function __construct(public Listing $listing, public ?int $decisionId, public int $price, public int $floor, public int $ceiling, public ?int $userId = null)
    {
    }
}
