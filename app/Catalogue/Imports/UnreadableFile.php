<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use RuntimeException;

/** The message is for the person who brought the file. */
final class UnreadableFile extends RuntimeException
{
}
