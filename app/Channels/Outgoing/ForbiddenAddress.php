<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use RuntimeException;

/** An address that nothing is sent to. The message says why, in words for the person who entered it. */
final class ForbiddenAddress extends RuntimeException
{
}
