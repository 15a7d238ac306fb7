<?php

declare(strict_types=1);

namespace App\Support\Queue;

use App\Support\Tenancy\CurrentWorkspace;
use Closure;

/** Has a job done within the workspace that it is for. */
final readonly class EnterWorkspace
{
    /** @param  object{workspaceId: int}  $job */
    public function handle(object $job, Closure $next): mixed
    {
        return app(CurrentWorkspace::class)->within($job->workspaceId, fn () => $next($job));
    }
}
