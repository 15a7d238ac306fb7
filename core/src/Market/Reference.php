<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;

/** A figure to compare with. */
interface Reference
{
    /** In minor units, in the basis of the field; null where it needs the field and nobody is in it. */
    public function figure(CompetitorSet $field, Listing $listing): ?int;

    /** How a sentence calls it, such as "the lowest offer". */
    public function name(): Message;

    /** What was really looked at, such as "nobody holds the buy box, so the lowest offer". */
    public function says(CompetitorSet $field, Listing $listing): Message;
}
