<?php

declare(strict_types=1);

namespace App\Pricing\Events;

/** What was decided in a run is not to be sent. Told within the transaction. */
final readonly class RunDiscarded
{
    /**
     * @param  bool  $pause  whether the listings it would have moved are paused, so that the next event does not move
     *     them all the same
     */
    public function __construct(
        public int $workspaceId,
        public int $runId,
        public bool $pause,
        public string $reason = 'Nothing of this run was to be sent.',
    ) {
    }
}
