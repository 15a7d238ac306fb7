<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;

/** The minimum advertised price. */
final readonly class MapFloor implements FloorTerm
{
    public function needsCost(): bool
    {
        return false;
    }

    public function smallest(Listing $listing): ?int
    {
        return $listing->map;
    }

    public function holds(Listing $listing, int $price): bool
    {
        return $listing->map === null || $price >= $listing->map;
    }

    public function says(Listing $listing): string
    {
        return 'minimum advertised price';
    }
}
