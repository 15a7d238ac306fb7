<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/** Wanders around its usual price. */
final readonly class Drifter implements Behaviour
{
    public function next(Situation $situation, Chance $chance): int
    {
        $price = (int) round($situation->price * $chance->between(0.975, 1.025));

        return max($situation->lowest, min((int) round($situation->usual * 1.12), $price));
    }

    public function pause(): int
    {
        return 7_200;
    }
}
