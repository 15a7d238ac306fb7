<?php

declare(strict_types=1);

namespace App\Catalogue\Events;

/** Someone set prices by hand. Told within the transaction that writes it down. */
final readonly class PricesSetByHand
{
    /** @param  array<int, int>  $prices  in minor units, by listing */
    public function __construct(public int $workspaceId, public array $prices, public ?int $userId)
    {
    }
}
