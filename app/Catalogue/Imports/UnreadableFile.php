<?php

declare(strict_types=1);

namespace App\Catalogue\Imports;

use App\Support\Messages\MessageException;

/** The message is for the person who brought the file. */
final class UnreadableFile extends MessageException
{
}
