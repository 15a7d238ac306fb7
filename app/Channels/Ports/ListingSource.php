<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel that tells which listings of ours it has. */
interface ListingSource
{
    /**
     * @param  string|null  $cursor  where the page before ended; null for the first
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function listings(?string $cursor): ListingPage;
}
