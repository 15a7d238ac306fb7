<?php

declare(strict_types=1);

namespace App\Channels\Outgoing;

use App\Support\Messages\MessageException;

/** An address that nothing is sent to. The message says why, in words for the person who entered it. */
final class ForbiddenAddress extends MessageException
{
}
