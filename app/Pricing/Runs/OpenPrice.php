<?php

declare(strict_types=1);

namespace App\Pricing\Runs;

/** A price of a listing that is going out already, or waits for a person to look at its run. */
final readonly class OpenPrice
{
    /**
     * @param  int  $id  of the change
     * @param  int  $price  in minor units
     * @param  bool  $isHeld  waits with its run
     * @param  bool  $hasLeft  can no longer be replaced
     */
    public function __construct(public int $id, public int $price, public bool $isHeld, public bool $hasLeft, public ?int $runId)
    {
    }
}
