<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

use Simulators\Common\Chance;

/** Asks what the buy box holder asks, while that is above its own floor. */
final readonly class Follower implements Behaviour
{
    public function next(Situation $situation, Chance $chance): ?int
    {
        if ($situation->holdsBuyBox || $situation->buyBox === null) {
            return $chance->happens(0.3) ? (int) round($situation->price * 1.01) : null;
        }

        return max($situation->lowest, $situation->buyBox - $situation->shipping);
    }

    public function pause(): int
    {
        return 3_600;
    }
}
