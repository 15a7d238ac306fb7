<?php

declare(strict_types=1);

namespace App\Publishing\Models;

enum FeedState: string
{
    /** About to be handed over, or handed over and not answered. */
    case Sending = 'sending';
    /** The channel works on it. */
    case Submitted = 'submitted';
    /** The channel has worked through it; what it shows is being looked at. */
    case ReadingBack = 'reading_back';
    case Closed = 'closed';

    /** Those in which the channel has it. */
    public const WITH_CHANNEL = [self::Submitted, self::ReadingBack];
}
