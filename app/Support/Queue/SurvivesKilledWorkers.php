<?php

declare(strict_types=1);

namespace App\Support\Queue;

/**
 * For jobs that can be done again from any point: a worker that is killed has used up a try, and the work is not done. What ends a job is that it
 * goes wrong by itself, again and again.
 */
trait SurvivesKilledWorkers
{
    public int $tries = 25;

    public int $maxExceptions = 8;

    public int $backoff = 2;

    public int $timeout = 25;
}
