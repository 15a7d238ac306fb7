<?php

declare(strict_types=1);

namespace App\Market\Events;

/** The offers on these listings are not what they were. */
final readonly class MarketObserved
{
    /** @param  list<int>  $listingIds */
    public function __construct(public int $workspaceId, public array $listingIds)
    {
    }
}
