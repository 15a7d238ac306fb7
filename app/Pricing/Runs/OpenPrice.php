<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

/** The price of a listing that is on its way to its channel, or waits to be. */
final readonly class OpenPrice
{
    /**
     * @param  int  $id  of the change
     * @param  int  $price  in minor units
     * @param  bool  $isHeld  waits for a person to look at its run
     * @param  bool  $hasLeft  the channel has it, or may have it: it can no longer be replaced
     * @param  int|null  $userId  who set or approved it
     * @param  string  $dueAt  not sent before
     */
    public function __construct(
        public int $id,
        public int $price,
        public bool $isHeld,
        public bool $hasLeft,
        public ?int $runId,
        public ?int $userId,
        public string $dueAt,
    ) {
    }
}
