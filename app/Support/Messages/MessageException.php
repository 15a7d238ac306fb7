<?php

declare(strict_types=1);

namespace App\Support\Messages;

use RuntimeException;
use Throwable;

abstract class MessageException extends RuntimeException implements SaysMessage
{
    public function __construct(private readonly Message $said, ?Throwable $previous = null)
    {
        parent::__construct((string) $said, previous: $previous);
    }

    public function said(): Message
    {
        return $this->said;
    }
}
