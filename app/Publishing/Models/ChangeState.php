<?php

declare(strict_types=1);

namespace App\Publishing\Models;

/** Where a price change is on its way to the channel. */
enum ChangeState: string
{
    /** Waits for a person to look at its run. */
    case Held = 'held';
    case Queued = 'queued';
    case Sending = 'sending';
    case Sent = 'sent';
    case Confirmed = 'confirmed';
    case Refused = 'refused';
    case Drifted = 'drifted';
    case Superseded = 'superseded';
    case Withdrawn = 'withdrawn';

    /** The states in which a change is still on its way; a listing has at most one such change. */
    public const OPEN = ['held', 'queued', 'sending', 'sent'];

    /** Those in which the channel has it, or may have it. */
    public const WITH_CHANNEL = ['sending', 'sent'];
}
