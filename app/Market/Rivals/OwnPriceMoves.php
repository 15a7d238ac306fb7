<?php

declare(strict_types=1);

namespace App\Market\Rivals;

use Carbon\CarbonImmutable;

/** When prices of ours changed where buyers see them. */
interface OwnPriceMoves
{
    /** @return list<int> in seconds since 1970, oldest first */
    public function since(int $listingId, CarbonImmutable $since): array;
}
