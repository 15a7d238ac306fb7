<?php

declare(strict_types=1);

namespace App\Publishing\Models;

/**
 * Where a price change stands. docs/architecture.md draws how one state follows another; PriceChangeLifecycle is the
 * only one who moves them.
 */
enum ChangeState: string
{
    /** For what, says WaitsFor. */
    case Waiting = 'waiting';
    case Queued = 'queued';
    /** Handed to the channel, or about to be; until it answers nobody knows. */
    case Sending = 'sending';
    /** The channel took it. */
    case Sent = 'sent';
    /** The channel shows it. */
    case Confirmed = 'confirmed';
    /** The channel said no. */
    case Refused = 'refused';
    /** The channel took it and shows another. */
    case Failed = 'failed';
    /** It no longer held before it had left. */
    case Withdrawn = 'withdrawn';
    /** Another price took its place before it had left. */
    case Superseded = 'superseded';

    /** The states in which a change is still on its way; a listing has at most one such change. */
    public const OPEN = ['waiting', 'queued', 'sending', 'sent'];

    /** Those in which it can still be taken back without asking the channel. */
    public const NOT_LEFT = ['waiting', 'queued'];

    /** Those in which the channel has it, or may have it. */
    public const WITH_CHANNEL = ['sending', 'sent'];

    /** Those in which a person may take it back. */
    public const CAN_BE_UNDONE = [...self::OPEN, 'confirmed'];

    /** @return list<self> from which a change may come to this state */
    public function predecessors(): array
    {
        return match ($this) {
            self::Waiting => [self::Queued, self::Waiting, self::Sending],
            self::Queued => [self::Waiting, self::Sending],
            self::Sending => [self::Queued],
            self::Superseded => [self::Queued, self::Waiting],
            self::Sent => [self::Sending],
            self::Confirmed => [self::Sent],
            self::Refused, self::Failed => [self::Sending, self::Sent],
            self::Withdrawn => [self::Queued, self::Waiting, self::Sending],
        };
    }
}
