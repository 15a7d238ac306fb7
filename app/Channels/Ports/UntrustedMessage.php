<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use RuntimeException;

/** A message that says it comes from a channel is not signed by it, or is too old. */
final class UntrustedMessage extends RuntimeException
{
}
