<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use RuntimeException;

/** Why a row cannot be taken, for the person who gave it. */
final class RefusedRow extends RuntimeException
{
    /** @param  string|null  $field  which cell it is about, by the names of ImportColumns */
    public function __construct(string $message, public readonly ?string $field = null)
    {
        parent::__construct($message);
    }
}
