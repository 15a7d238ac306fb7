<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/**
 * Whether prices may leave has changed: the main switch, that of a channel, or the hours in which nothing is sent. Told
 * within the transaction.
 */
final readonly class SwitchTurned
{
    /** @param  int|null  $channelId  null where it is for all channels of the workspace */
    public function __construct(public int $workspaceId, public ?int $channelId = null)
    {
    }
}
