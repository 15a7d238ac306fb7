<?php

declare(strict_types=1);

namespace App\Market\Events;

/** What a channel tells of days gone by has come in as far as it goes. */
final readonly class HistoryTaken
{
    public function __construct(public int $workspaceId)
    {
    }
}
