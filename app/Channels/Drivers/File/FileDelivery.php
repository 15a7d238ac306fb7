<?php

declare(strict_types=1);

namespace App\Channels\Drivers\File;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;
use App\Channels\Connection;

/** One way of a price file to whom it is for. Delivered again under the same name it takes the place of the first. */
interface FileDelivery
{
    /**
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function deliver(Connection $connection, string $name, string $csv): void;

    /**
     * Whether a file of that name has arrived, as far as can be seen.
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function isDelivered(Connection $connection, string $name): bool;
}
