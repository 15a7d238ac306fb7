<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Trail;

/** One way to find the price to aim at, before direction and limits have their say. */
interface RuleKind
{
    public function selection(): CompetitorSelection;

    public function needsCost(): bool;

    /** How many calendar days of sales, before the day of now, it looks at. */
    public function daysOfSales(): int;

    /**
     * Writes what it did to the trail, if there is one.
     *
     * @param  Limits  $limits  without a problem
     * @param  int  $now  microseconds since 1970
     */
    public function aim(Listing $listing, CompetitorSet $field, Limits $limits, int $now, ?Trail $trail): Aim;
}
