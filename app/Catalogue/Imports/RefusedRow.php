<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use RuntimeException;

/** Why a row cannot be taken, for the person who brought the file. */
final class RefusedRow extends RuntimeException
{
}
