<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** A price set by hand. Amounts in minor units. */
final readonly class AmountTerm implements CeilingTerm, FloorTerm
{
    public function __construct(private int $amount)
    {
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function smallest(Listing $listing, CompetitorSet $field): int
    {
        return $this->amount;
    }

    public function largest(Listing $listing, CompetitorSet $field): int
    {
        return $this->amount;
    }

    public function says(Listing $listing): Message
    {
        return Phrase::TermByHand->with();
    }
}
