<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use InvalidArgumentException;

/** The message says what was expected, ready to follow the word "expected"; the reason says it to programs. */
final class InvalidAmount extends InvalidArgumentException
{
    /** @param  array<string, string|int>  $values  in the message, by name */
    public function __construct(string $message, public readonly string $reason, public readonly array $values = [])
    {
        parent::__construct($message);
    }
}
