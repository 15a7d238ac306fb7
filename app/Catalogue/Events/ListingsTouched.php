<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** Something these listings are priced from has changed: a cost, a limit, a fee, the rule they are on. */
final readonly class ListingsTouched
{
    /** @param  list<int>  $listingIds */
    public function __construct(public int $workspaceId, public array $listingIds, public string $cause)
    {
    }
}
