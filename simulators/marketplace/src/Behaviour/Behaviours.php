<?php

declare(strict_types=1);

namespace Simulators\Marketplace\Behaviour;

final class Behaviours
{
    public static function named(string $name): Behaviour
    {
        return match ($name) {
            'undercutter' => new Undercutter(),
            'follower' => new Follower(),
            'drifter', 'used' => new Drifter(),
            'weekender' => new Weekender(),
            'leaver' => new Leaver(),
            default => new Steady(),
        };
    }
}
