<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/** A tenth off on Saturdays and Sundays. */
final readonly class Weekender implements Behaviour
{
    public function next(Situation $situation, Chance $chance): ?int
    {
        $weekend = (int) gmdate('N', $situation->now) >= 6;
        $price = (int) round($situation->usual * ($weekend ? 0.9 : 1.0));

        return $price === $situation->price ? null : max($situation->lowest, $price);
    }

    public function pause(): int
    {
        return 10_800;
    }
}
