<?php

declare(strict_types=1);

namespace App\Channels;

use App\Support\Messages\Message;
use App\Support\Messages\MessageException;

/** Nothing was decided; the same call may go through later. */
final class ChannelUnavailable extends MessageException
{
    /**
     * @param  int  $retryAfter  seconds
     * @param  bool  $isAsked  whether the channel itself asks for that wait
     */
    public function __construct(
        Message $said,
        public readonly int $retryAfter,
        public readonly bool $isAsked = false,
    ) {
        parent::__construct($said);
    }
}
