<?php

declare(strict_types=1);

namespace App\Market\Marketplace;

use RuntimeException;

/** Nothing was decided; the same call may go through later. */
final class MarketplaceUnavailable extends RuntimeException
{
    /** @param  int  $retryAfter seconds */
    public function __construct(string $message, public readonly int $retryAfter)
    {
        parent::__construct($message);
    }
}
