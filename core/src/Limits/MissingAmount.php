<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** An amount that is given, but not in the currency of the listing: the listing is not priced until it is. */
final readonly class MissingAmount implements CeilingTerm, FloorTerm
{
    public function needsCost(): bool
    {
        return false;
    }

    public function smallest(Listing $listing, CompetitorSet $field): ?int
    {
        return null;
    }

    public function largest(Listing $listing, CompetitorSet $field): ?int
    {
        return null;
    }

    public function says(Listing $listing): Message
    {
        return Phrase::NoAmount->with(['currency' => $listing->currency->code]);
    }
}
