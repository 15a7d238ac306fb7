<?php

declare(strict_types=1);

namespace App\Watching\Models;

/** What a person has said of what a watch reads. */
enum WatchState: string
{
    /** Nothing yet: its prices are not used. */
    case New = 'new';
    case Confirmed = 'confirmed';
    /** That it is wrong: not used until it reads what a person confirms. */
    case Rejected = 'rejected';
}
