<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

/** What to do with a target above the ceiling. */
enum AboveCeiling: string
{
    case Ceiling = 'ceiling';
    case Hold = 'hold';
}
