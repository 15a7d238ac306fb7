<?php

declare(strict_types=1);

namespace Wrasse\Core\Identity;

use InvalidArgumentException;

/** The message says what is wrong, without a full stop. */
final class InvalidGtin extends InvalidArgumentException
{
}
