<?php

declare(strict_types=1);

namespace App\Channels\Events;

/** A channel was connected. Told within the transaction that adds it. */
final readonly class ChannelAdded
{
    /**
     * @param  int|null  $copyFrom  channel whose listings are offered there as well: at the same prices, by the same
     *     SKUs
     */
    public function __construct(public int $workspaceId, public int $channelId, public ?int $copyFrom = null)
    {
    }
}
