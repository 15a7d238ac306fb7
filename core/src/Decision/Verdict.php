<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Reason;

/** A decision in short. */
final readonly class Verdict
{
    /** @param  int|null  $price  in minor units; null unless the outcome is change or review */
    public function __construct(public Outcome $outcome, public Reason $reason, public ?int $price = null)
    {
    }
}
