<?php

declare(strict_types=1);

namespace App\Market\Actions;

/** Asked by the market side, answered by the publishing side: of which listings has a price of ours not settled yet? */
interface ChangesOnTheirWay
{
    /**
     * @param  list<int>  $listingIds
     * @return list<int> those of them
     */
    public function among(array $listingIds): array;
}
