<?php

declare(strict_types=1);

namespace App\Pricing\Events;

/** Prices are to be published. Told within the transaction that writes the decisions. */
final readonly class PricesDecided
{
    /** @param  list<DecidedPrice>  $prices of one workspace */
    public function __construct(public int $workspaceId, public array $prices)
    {
    }
}
