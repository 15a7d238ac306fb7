<?php

declare(strict_types=1);

namespace App\Support\Queue;

use Closure;
use Illuminate\Bus\Queueable;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/**
 * Base of all jobs: each is for one workspace, which is entered before it begins, and can be done again from
 * any point. A worker that is killed has used up a try, and the work is not done; what ends a job is that it goes wrong
 * by itself, again and again.
 *
 * @property-read int $workspaceId
 */
trait WorkspaceJob
{
    use Dispatchable, InteractsWithQueue, Queueable;

    public int $tries = 25;

    public int $maxExceptions = 8;

    public int $backoff = 2;

    public int $timeout = 25;

    /** @return list<object> */
    public function middleware(): array
    {
        return [new EnterWorkspace()];
    }

    /**
     * Works step by step for some seconds; what is left then is another job's, so that others get their turn.
     *
     * @param  Closure(): bool  $step  whether there is more to do
     * @param  Closure(): mixed  $handOn  dispatches the next job
     */
    private function workFor(int $seconds, Closure $step, Closure $handOn): void
    {
        $until = microtime(true) + $seconds;
        while ($step()) {
            if (microtime(true) >= $until) {
                $handOn();

                return;
            }
        }
    }
}
