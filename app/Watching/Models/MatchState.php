<?php

declare(strict_types=1);

namespace App\Watching\Models;

/** What has become of a match that was proposed. */
enum MatchState: string
{
    case Proposed = 'proposed';
    /** Somebody put it off. */
    case Later = 'later';
    case Accepted = 'accepted';
    /** It is not proposed again. */
    case Rejected = 'rejected';
}
