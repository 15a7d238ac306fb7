<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use InvalidArgumentException;

/** The message says what was expected, ready to follow the word "expected". */
final class InvalidAmount extends InvalidArgumentException
{
}
