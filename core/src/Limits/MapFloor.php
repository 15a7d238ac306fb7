<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The minimum advertised price. */
final readonly class MapFloor implements FloorTerm
{
    public function needsCost(): bool
    {
        return false;
    }

    public function smallest(Listing $listing, CompetitorSet $field): ?int
    {
        return $listing->map;
    }

    public function says(Listing $listing): Message
    {
        return Phrase::TermMap->with();
    }
}
