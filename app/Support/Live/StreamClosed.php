<?php

declare(strict_types=1);

namespace App\Support\Live;

use RuntimeException;

/** The other side of a stream is gone, too slow, or sends what is no request. */
final class StreamClosed extends RuntimeException
{
}
