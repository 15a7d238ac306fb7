<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Html;

use RuntimeException;

final class TooManyElements extends RuntimeException
{
}
