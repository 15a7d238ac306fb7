<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel whose catalogue can be searched, as its buyers do. */
interface CatalogueSearch
{
    /**
     * @param  string  $words  as a buyer would type them
     * @return list<CatalogueItem> what a buyer would find, the first page of it, in that order
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function searchCatalogue(string $words): array;
}
