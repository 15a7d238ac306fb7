<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/** Comes and goes. */
final readonly class Leaver implements Behaviour
{
    public function next(Situation $situation, Chance $chance): ?int
    {
        return $chance->happens(0.3) ? 0 : null;
    }

    public function pause(): int
    {
        return 86_400;
    }
}
