<?php

declare(strict_types=1);

namespace App\Publishing\Models;

/** Where a price change is on its way to the channel. */
enum ChangeState: string
{
    case Queued = 'queued';
    case Sending = 'sending';
    case Sent = 'sent';
    case Confirmed = 'confirmed';
    case Refused = 'refused';
    case Drifted = 'drifted';
    case Superseded = 'superseded';
    case Withdrawn = 'withdrawn';

    /** The states in which a change is still on its way; a listing has at most one such change. */
    public const OPEN = ['queued', 'sending', 'sent'];
}
