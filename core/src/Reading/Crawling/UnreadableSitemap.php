<?php

declare(strict_types=1);

namespace Wrasse\Core\Reading\Crawling;

use RuntimeException;

/** It is no sitemap, cannot be unpacked, or is larger than one may be. */
final class UnreadableSitemap extends RuntimeException
{
}
