<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What to do with a target below the floor. */
enum BelowFloor: string
{
    case Floor = 'floor';
    case Hold = 'hold';
    case Ceiling = 'ceiling';
    /** Competitive rules only. */
    case NextRival = 'next_rival';
}
