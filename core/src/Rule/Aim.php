<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Reason;

use function max;

/** What a rule kind says: a target in minor units with the reason for it; or to leave the price, and why. */
final readonly class Aim
{
    /** @param  int|null  $reference  the figure it was positioned by, in the basis of the field */
    private function __construct(
        public ?int $target,
        public Outcome $outcome,
        public Reason $reason,
        public ?int $reference = null,
    ) {
    }

    /** A target below one minor unit becomes one. */
    public static function at(int $target, Reason $reason, ?int $reference = null): self
    {
        return new self(max(1, $target), Outcome::Change, $reason, $reference);
    }

    public static function keep(Reason $reason): self
    {
        return new self(null, Outcome::Keep, $reason);
    }

    public static function skip(Reason $reason): self
    {
        return new self(null, Outcome::Skipped, $reason);
    }

    public static function block(Reason $reason): self
    {
        return new self(null, Outcome::Blocked, $reason);
    }
}
