<?php

declare(strict_types=1);

namespace App\Pricing\Events;

use App\Support\Messages\Message;

/** What was decided in a run is not to be sent. Told within the transaction. */
final readonly class RunDiscarded
{
    /**
     * @param  bool  $pause  whether the listings it would have moved are paused, so that the next event does not move
     *     them all the same
     * @param  Message|null  $reason  null: a person wanted it so
     */
    public function __construct(
        public int $workspaceId,
        public int $runId,
        public bool $pause,
        public ?Message $reason = null,
    ) {
    }
}
