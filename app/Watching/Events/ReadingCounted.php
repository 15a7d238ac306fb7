<?php

declare(strict_types=1);

namespace App\Watching\Events;

/** A reading of a watch is believed, by itself or by a person; told within its transaction. */
final readonly class ReadingCounted
{
    public function __construct(public int $workspaceId, public int $watchId)
    {
    }
}
