<?php

declare(strict_types=1);

namespace App\Pricing\Events;

/**
 * What was decided in a run may be sent now; what was held is to be decided again. Dispatched within the transaction.
 */
final readonly class RunReleased
{
    public function __construct(public int $workspaceId, public int $runId)
    {
    }
}
