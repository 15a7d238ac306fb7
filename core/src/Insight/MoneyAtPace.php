<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Decision\Decision;

/**
 * What decisions come to if as much is sold as before, in minor units: no guess is made at what the new prices would
 * sell.
 */
final class MoneyAtPace
{
    public int $revenueBefore = 0;

    public int $revenueAfter = 0;

    public int $profitBefore = 0;

    public int $profitAfter = 0;

    /** @param  int  $units  sold of the listing in the time that is looked at */
    public function add(Decision $decision, int $units): void
    {
        if ($units === 0) {
            return;
        }
        $before = $decision->before();
        $after = $decision->after() ?? $before;
        $this->revenueBefore += $units * $decision->listing->price;
        $this->revenueAfter += $units * ($decision->price ?? $decision->listing->price);
        $this->profitBefore += $units * ($before->profit ?? 0);
        $this->profitAfter += $units * ($after->profit ?? 0);
    }
}
