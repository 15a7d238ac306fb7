<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use RuntimeException;

/** A host name has no address at the moment. */
final class UnknownHost extends RuntimeException
{
    public function __construct(public readonly string $host)
    {
        parent::__construct("There is no server named {$host}.");
    }
}
