<?php

declare(strict_types=1);

namespace App\Watching\Jobs;

/** What can be done to many pages at once. */
enum WatchChange: string
{
    case Change = 'change';
    case ReadNow = 'read_now';
    case Remove = 'remove';
}
