<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** What was sold on one calendar day (UTC). */
final readonly class SalesDay
{
    /** @param  int  $day  days since 1 January 1970 */
    public function __construct(public int $day, public int $units, public bool $inStock = true)
    {
    }
}
