<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** Something these listings are priced from has changed: a cost, a limit, a fee, the rule they are on. */
final readonly class ListingsTouched
{
    /**
     * @param  list<int>  $listingIds
     * @param  string|null  $key  the same for all that one thing touches, where that is told bit by bit; AllTouched
     *     then says when it was all
     */
    public function __construct(
        public int $workspaceId,
        public array $listingIds,
        public Cause $cause,
        public ?string $key = null,
    ) {
    }
}
