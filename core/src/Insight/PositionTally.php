<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

use Wrasse\Core\Decision\Decision;

/** How listings stand among their rivals and within their limits, before and after decisions on them. */
final class PositionTally
{
    public int $listings = 0;

    /** Of those with rivals. */
    public int $cheapestBefore = 0;

    public int $cheapestAfter = 0;

    public int $atFloorBefore = 0;

    public int $atFloorAfter = 0;

    public function add(Decision $decision): void
    {
        $this->listings++;
        if (! $decision->field->isEmpty()) {
            $this->cheapestBefore += (int) ($decision->rankBefore() === 1);
            $this->cheapestAfter += (int) (($decision->rankAfter() ?? $decision->rankBefore()) === 1);
        }
        $this->atFloorBefore += (int) ($decision->limits->floor === $decision->listing->price);
        $this->atFloorAfter += (int) ($decision->limits->floor === ($decision->price ?? $decision->listing->price));
    }
}
