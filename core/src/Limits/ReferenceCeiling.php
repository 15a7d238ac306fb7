<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

final readonly class ReferenceCeiling extends ReferenceTerm implements CeilingTerm
{
    public function largest(Listing $listing, CompetitorSet $field): ?int
    {
        return $this->price($listing, $field);
    }

    public function says(Listing $listing): Message
    {
        return Phrase::TermNotAbove->with(['reference' => $this->reference->name()]);
    }
}
