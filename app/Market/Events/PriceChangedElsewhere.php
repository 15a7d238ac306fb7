<?php

declare(strict_types=1);

namespace App\Market\Events;

/** A channel shows a price of ours that we did not send. Told within the transaction that adopts it. */
final readonly class PriceChangedElsewhere
{
    public function __construct(public int $workspaceId, public int $listingId)
    {
    }
}
