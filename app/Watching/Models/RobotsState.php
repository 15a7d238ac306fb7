<?php

declare(strict_types=1);

namespace App\Watching\Models;

/** What became of asking for robots.txt (RFC 9309, 2.3.1). */
enum RobotsState: string
{
    /** It is there, and its rules count. */
    case Known = 'known';
    /** There is none: everything may be read. */
    case None = 'none';
    /** The host did not say: nothing may be read. */
    case Unreachable = 'unreachable';
}
