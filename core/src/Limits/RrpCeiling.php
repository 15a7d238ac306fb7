<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** A part of the recommended price, rounded down. */
final readonly class RrpCeiling implements CeilingTerm
{
    public function __construct(private Percent $percent)
    {
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function largest(Listing $listing, CompetitorSet $field): ?int
    {
        return $listing->rrp === null ? null : Rounding::down($listing->rrp * $this->percent->units, Percent::WHOLE);
    }

    public function says(Listing $listing): Message
    {
        return $this->percent->units === Percent::WHOLE
            ? Phrase::TermRrp->with()
            : Phrase::TermRrpPart->with(['percent' => (string) $this->percent]);
    }
}
