<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** There is a new channel. Told within the transaction that makes it. */
final readonly class ChannelAdded
{
    public function __construct(public int $workspaceId, public int $channelId)
    {
    }
}
