<?php

declare(strict_types=1);

namespace App\Support\Messages;

use Symfony\Component\HttpKernel\Exception\ConflictHttpException;

/** What was asked for does not fit with what has happened meanwhile: status 409. */
final class Conflict extends ConflictHttpException implements SaysMessage
{
    public function __construct(private readonly Message $said)
    {
        parent::__construct((string) $said);
    }

    public function said(): Message
    {
        return $this->said;
    }
}
