<?php

declare(strict_types=1);

namespace App\Watching\Models;

enum CrawlState: string
{
    case Running = 'running';
    /** Everything was read, or as much as was allowed. */
    case Done = 'done';
    /** By a person. */
    case Stopped = 'stopped';
}
