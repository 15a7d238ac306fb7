<?php

declare(strict_types=1);

namespace App\Pricing\Events;

use App\Pricing\Runs\OpenPrice;
use App\Support\Messages\Message;

/**
 * What decisions say of prices: some are to be published, some that have not left yet no longer hold. Told within the
 * transaction that writes them.
 */
final readonly class PricesDecided
{
    /**
     * @param  list<DecidedPrice>  $prices of one workspace
     * @param  array<int, OpenPrice>  $open  what is on its way, by listing
     * @param  array<int, Message|null>  $withdrawn  why a price no longer holds, by change; null where a person took it
     *     back
     */
    public function __construct(
        public int $workspaceId,
        public array $prices,
        public array $open,
        public array $withdrawn = [],
    ) {
    }
}
