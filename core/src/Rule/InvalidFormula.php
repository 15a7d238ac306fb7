<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use InvalidArgumentException;

/** The message says what was expected, ready to follow the word "expected". */
final class InvalidFormula extends InvalidArgumentException
{
}
