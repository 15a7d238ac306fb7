<?php

declare(strict_types=1);

namespace App\Market\Marketplace;

/** A channel that tells of our listings and orders there. Calls throw as ChannelCall does. */
interface ListingSource
{
    /** @return array{listings: list<array<string, mixed>>, next: string|null} up to 200 in the order of their SKUs */
    public function listings(string $after = ''): array;

    /** @return list<array{id: int, sku: string, units: int, price: string, at: string}> in order, after that number */
    public function orders(int $after): array;
}
