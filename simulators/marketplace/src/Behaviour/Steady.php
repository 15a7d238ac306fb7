<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/** Moves once in a while, by a little. */
final readonly class Steady implements Behaviour
{
    public function next(Situation $situation, Chance $chance): ?int
    {
        return $chance->happens(0.5) ? (int) round($situation->usual * $chance->between(0.97, 1.04)) : null;
    }

    public function pause(): int
    {
        return 43_200;
    }
}
