<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Support\Messages\Message;
use App\Support\Messages\MessageException;

/** Why a row cannot be taken, for the person who gave it. */
final class RefusedRow extends MessageException
{
    /** @param  string|null  $field  which cell it is about, by the names of ImportColumns */
    public function __construct(Message $said, public readonly ?string $field = null)
    {
        parent::__construct($said);
    }
}
