<?php

declare(strict_types=1);

namespace App\Support\Queue;

use Illuminate\Contracts\Queue\ShouldQueue;

/** Upkeep of many workspaces, spread out so that prices do not wait behind all of it. */
final readonly class OneAfterAnother
{
    private const SECONDS_APART = 20;

    private function __construct()
    {
    }

    /** @param  iterable<int, ShouldQueue>  $jobs  numbered from 0 */
    public static function dispatch(iterable $jobs): void
    {
        foreach ($jobs as $number => $job) {
            dispatch($job)->delay(self::SECONDS_APART * $number);
        }
    }
}
