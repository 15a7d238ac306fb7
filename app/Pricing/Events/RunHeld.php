<?php

declare(strict_types=1);

namespace App\Pricing\Events;

/**
 * A brake has stopped a run: nothing of it is to be sent before a person has looked at it. Told within the transaction.
 */
final readonly class RunHeld
{
    public function __construct(public int $workspaceId, public int $runId)
    {
    }
}
