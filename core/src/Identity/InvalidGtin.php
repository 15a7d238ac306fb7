<?php

declare(strict_types=1);

namespace Wrasse\Core\Identity;

use InvalidArgumentException;

/** The message says what is wrong, without a full stop; the reason says it to programs. */
final class InvalidGtin extends InvalidArgumentException
{
    /** @param  array<string, string|int>  $values  in the message, by name */
    public function __construct(string $message, public readonly string $reason, public readonly array $values = [])
    {
        parent::__construct($message);
    }
}
