<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What to do while our own offer holds the buy box. */
enum HoldingBuyBox: string
{
    case Keep = 'keep';
    case Raise = 'raise';
    case Ignore = 'ignore';
}
