<?php

declare(strict_types=1);

namespace App\Pricing\Models;

/** Whether what a run decides may be sent. */
enum RunState: string
{
    case Deciding = 'deciding';
    case Held = 'held';
    case Released = 'released';
    case Discarded = 'discarded';

    /** It could not be carried through; nothing of it is sent. */
    case Failed = 'failed';
}
