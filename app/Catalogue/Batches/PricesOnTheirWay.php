<?php

declare(strict_types=1);

namespace App\Catalogue\Batches;

/** Asked when prices set by hand are taken back, answered by the publishing side. */
interface PricesOnTheirWay
{
    /**
     * Takes back those that have not left yet. Within the transaction of the caller.
     *
     * @param  array<int, int>  $prices  in minor units, by listing
     * @return array<int, bool> of the listings whose price is on its way: whether it could still be taken back
     */
    public function withdraw(array $prices): array;
}
