<?php

declare(strict_types=1);

namespace App\Watching\Models;

/** What has become of a gap. */
enum GapState: string
{
    case Open = 'open';
    /** Somebody does not want to sell it. */
    case Dismissed = 'dismissed';
    /** A product of ours was made from it. */
    case Drafted = 'drafted';
}
