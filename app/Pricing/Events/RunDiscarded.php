<?php

declare(strict_types=1);

namespace App\Pricing\Events;

/** What was decided in a run is not to be sent. Told within the transaction. */
final readonly class RunDiscarded
{
    public function __construct(public int $workspaceId, public int $runId)
    {
    }
}
