<?php

declare(strict_types=1);

namespace App\Accounts\Models;

/** What ends the time in which a price set by hand stands. */
enum StandsUntil: string
{
    /** The market of the listing moves. */
    case Market = 'market';
    /** Some hours have passed. */
    case Hours = 'hours';
    /** Someone releases it. */
    case Released = 'released';
}
