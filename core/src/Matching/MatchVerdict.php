<?php

declare(strict_types=1);

namespace Wrasse\Core\Matching;

/** Whether two products are the same. */
enum MatchVerdict: string
{
    /** May be linked without a look. */
    case Same = 'same';
    /** A person decides. */
    case Perhaps = 'perhaps';
    /** Not shown unless asked for. */
    case Different = 'different';
}
