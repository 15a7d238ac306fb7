<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel that queues notifications of changed offers until they are fetched. */
interface ChangeQueue
{
    /**
     * @return list<ItemChange> those that have waited longest; they come again until they are acknowledged
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function fetch(): array;

    /**
     * @param  non-empty-list<ItemChange>  $changes  as fetched
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function acknowledge(array $changes): void;
}
