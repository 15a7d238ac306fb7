<?php

declare(strict_types=1);

namespace App\Publishing\Channels\Delivery;

use App\Catalogue\Channels\ChannelRefused;
use App\Catalogue\Channels\ChannelUnavailable;
use App\Catalogue\Models\Channel;

/** One way of a price file to whom it is for. Delivered again under the same name it takes the place of the first. */
interface FileDelivery
{
    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function deliver(Channel $channel, string $name, string $csv): void;

    /**
     * Whether a file of that name has arrived, as far as can be seen.
     *
     * @throws ChannelUnavailable
     */
    public function isDelivered(Channel $channel, string $name): bool;
}
