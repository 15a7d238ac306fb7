<?php

declare(strict_types=1);

namespace Wrasse\Core\Trail;

enum Outcome: string
{
    case Change = 'change';
    case Keep = 'keep';
    case Review = 'review';
    case Skipped = 'skipped';
    case Blocked = 'blocked';

    /** Whether the outcome names a price. */
    public function hasPrice(): bool
    {
        return $this === self::Change || $this === self::Review;
    }
}
