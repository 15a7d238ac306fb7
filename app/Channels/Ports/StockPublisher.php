<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel that takes how many we have. */
interface StockPublisher
{
    public static function stocksPerCall(): int;

    /**
     * Says how many we have. The same said twice comes to the same as said once.
     *
     * @param  array<string, int>  $stocks  by SKU
     *
     * @throws ChannelUnavailable nobody knows whether it has arrived
     * @throws ChannelRefused it has not, and will not
     */
    public function setStocks(array $stocks): void;

    /**
     * What the channel has as our stock now.
     *
     * @param  list<string>  $skus
     * @return array<string, int> by SKU; those that it does not know are left out
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function shownStocks(array $skus): array;
}
