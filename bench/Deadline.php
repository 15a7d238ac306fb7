<?php

declare(strict_types=1);

namespace Bench;

use RuntimeException;

/** Waits, but not for ever. */
final readonly class Deadline
{
    /**
     * @param  callable(): bool  $isDone
     *
     * @throws RuntimeException if it takes longer
     */
    public static function wait(string $what, int $seconds, callable $isDone, int $everyMilliseconds = 50): void
    {
        for ($end = hrtime(true) + $seconds * 1_000_000_000; ! $isDone(); usleep($everyMilliseconds * 1_000)) {
            if (hrtime(true) > $end) {
                throw new RuntimeException("{$what} was not done within {$seconds} s.");
            }
        }
    }
}
