<?php

declare(strict_types=1);

namespace App\Channels;

use App\Support\Messages\Message;
use App\Support\Messages\MessageException;

/** The channel said no; the same call will not go through later either. */
final class ChannelRefused extends MessageException
{
    /** @param  int|null  $status  of the answer, where there was one */
    public function __construct(Message $said, public readonly ?int $status = null)
    {
        parent::__construct($said);
    }
}
