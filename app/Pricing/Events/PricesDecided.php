<?php

declare(strict_types=1);

namespace App\Pricing\Events;

use App\Pricing\Runs\OpenPrice;

/** Prices are to be published. Told within the transaction that writes the decisions. */
final readonly class PricesDecided
{
    /**
     * @param  list<DecidedPrice>  $prices of one workspace
     * @param  array<int, OpenPrice>|null  $open  what is on its way for these listings; null where nobody has asked yet
     */
    public function __construct(public int $workspaceId, public array $prices, public ?array $open = null)
    {
    }
}
