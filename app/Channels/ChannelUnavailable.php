<?php

declare(strict_types=1);

namespace App\Channels;

use RuntimeException;

/** Nothing was decided; the same call may go through later. */
final class ChannelUnavailable extends RuntimeException
{
    /**
     * @param  int  $retryAfter  seconds
     * @param  bool  $isAsked  whether the channel itself asks for that wait
     */
    public function __construct(string $message, public readonly int $retryAfter, public readonly bool $isAsked = false)
    {
        parent::__construct($message);
    }
}
