<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

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

    public function says(Listing $listing): string
    {
        return $this->percent->units === Percent::WHOLE
            ? 'recommended price'
            : "{$this->percent} % of the recommended price";
    }
}
