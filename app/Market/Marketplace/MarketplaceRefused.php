<?php

declare(strict_types=1);

namespace App\Market\Marketplace;

use RuntimeException;

/** The marketplace said no; the same call will not go through later either. */
final class MarketplaceRefused extends RuntimeException
{
}
