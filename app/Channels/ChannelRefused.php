<?php

declare(strict_types=1);

namespace App\Channels;

use RuntimeException;

/** The channel said no; the same call will not go through later either. */
final class ChannelRefused extends RuntimeException
{
    /** @param  int|null  $status  of the answer, where there was one */
    public function __construct(string $message, public readonly ?int $status = null)
    {
        parent::__construct($message);
    }
}
