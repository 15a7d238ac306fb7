<?php

declare(strict_types=1);

namespace App\Market\Actions;

/** Asked by the market side, answered by the publishing side: is a price of ours about to be, or just being, shown? */
interface ChangesOnTheirWay
{
    public function isOnItsWay(int $listingId): bool;
}
