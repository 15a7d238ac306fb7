<?php

declare(strict_types=1);

namespace App\Catalogue\Prices;

use App\Accounts\Models\Workspace;
use App\Support\Messages\Message;

/** Asked when people set prices, answered by the pricing side. Amounts in minor units, by listing. */
interface HandPrices
{
    /**
     * Whether prices could be set now.
     *
     * @param  array<int, int>  $prices
     * @param  array<int, array<string, mixed>>  $changes  columns of listing and product that change together with the
     *     price, by listing
     * @return array<int, Message> why one could not
     */
    public function check(Workspace $workspace, array $prices, array $changes = []): array;

    /**
     * Sets them. Within the transaction of the caller.
     *
     * @param  array<int, int>  $prices
     */
    public function set(Workspace $workspace, array $prices, HandPriceTerm $term, ?int $userId): PricesSet;

    /**
     * Takes back those that have not left yet. Within the transaction of the caller.
     *
     * @param  array<int, int>  $prices
     * @return array<int, bool> of the listings whose price is on its way: whether it could still be taken back
     */
    public function takeBack(array $prices): array;
}
