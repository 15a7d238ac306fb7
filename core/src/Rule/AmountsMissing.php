<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

/** A rule whose amounts are not all given in the currency of the listing: it prices nothing there. */
final readonly class AmountsMissing implements RuleKind
{
    public function selection(): CompetitorSelection
    {
        return new CompetitorSelection();
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function daysOfSales(): int
    {
        return 0;
    }

    public function aim(Listing $listing, CompetitorSet $field, Limits $limits, int $now, ?Trail $trail): Aim
    {
        $trail?->add('rule', Phrase::RuleLacksAmount->with(['currency' => $listing->currency->code]));

        return Aim::block(Reason::AmountMissing);
    }
}
