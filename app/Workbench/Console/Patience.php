<?php

declare(strict_types=1);

namespace App\Workbench\Console;

use RuntimeException;

/** Waiting that has an end. */
final readonly class Patience
{
    /**
     * @param  callable(): bool  $isDone
     *
     * @throws RuntimeException if it takes longer
     */
    public static function until(string $what, int $seconds, callable $isDone, int $everyMilliseconds = 50): void
    {
        for ($end = hrtime(true) + $seconds * 1_000_000_000; ! $isDone(); usleep($everyMilliseconds * 1_000)) {
            if (hrtime(true) > $end) {
                throw new RuntimeException("{$what} was not done within {$seconds} s.");
            }
        }
    }

    /** How busy the machine was in the last minute, to be printed beside figures. */
    public static function load(): string
    {
        return sprintf('load %.1f', (sys_getloadavg() ?: [NAN])[0]);
    }
}
