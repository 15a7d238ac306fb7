<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Decision\Trail;
use Wrasse\Core\Limits\Limit;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\FieldFilter;
use Wrasse\Core\Market\Listing;

/** One way to find the price to aim at, before direction and limits have their say. */
interface RuleKind
{
    public function basis(): Basis;

    public function filter(): FieldFilter;

    /** Writes what it did to the trail. */
    public function aim(Listing $listing, Field $field, Limit $ceiling, Trail $trail): Aim;
}
