<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Reason;

/** What was decided on a listing, without the offers it was decided from. Amounts in minor units. */
final readonly class DecisionSummary
{
    /**
     * @param  ListingRow  $row  read with its market
     * @param  int|null  $price  null unless the outcome is change or review
     */
    public function __construct(
        public ListingRow $row,
        public Listing $listing,
        public Limits $limits,
        public Outcome $outcome,
        public Reason $reason,
        public ?int $price,
    ) {
    }

    public static function of(EvaluatedListing $one): self
    {
        $decision = $one->decision;

        return new self(
            $one->row,
            $decision->listing,
            $decision->limits,
            $decision->outcome,
            $decision->reason,
            $decision->price,
        );
    }
}
