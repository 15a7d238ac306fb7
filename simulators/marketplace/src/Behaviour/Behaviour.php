<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/** How a rival moves its price. */
interface Behaviour
{
    /** The next price in minor units, 0 to leave the listing or come back to it, or null to stay. */
    public function next(Situation $situation, Chance $chance): ?int;

    /** About how long until it looks again, in seconds of marketplace time. */
    public function pause(): int;
}
