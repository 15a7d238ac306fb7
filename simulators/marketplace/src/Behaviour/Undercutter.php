<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/**
 * One to five cents below the cheapest other, down to its own floor; from there it starts over near its usual price.
 */
final readonly class Undercutter implements Behaviour
{
    public function next(Situation $situation, Chance $chance): ?int
    {
        if ($situation->cheapestOther === null) {
            return $situation->usual;
        }
        $price = $situation->cheapestOther - $situation->shipping - $chance->int(1, 5);
        if ($price >= $situation->lowest) {
            return $price < $situation->price || $chance->happens(0.3) ? $price : null;
        }

        return $chance->happens(0.25) ? (int) round($situation->usual * $chance->between(0.98, 1.03)) : null;
    }

    public function pause(): int
    {
        return 1_800;
    }
}
