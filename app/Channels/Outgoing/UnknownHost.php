<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\Message;
use App\Support\Messages\MessageException;

/** A host name has no address at the moment. */
final class UnknownHost extends MessageException
{
    public function __construct(public readonly string $host)
    {
        parent::__construct(Message::of('address_unknown_host', host: $host));
    }
}
