<?php

declare(strict_types=1);

namespace App\Channels\Actions;

use App\Support\Schedule\Sweeper;
use App\Support\Tenancy\AcrossWorkspaces;

/** Ends pauses of channels that lie further ahead than any may: the clock has been put back since they began. */
final readonly class SweepPauses implements Sweeper
{
    /** The longest pause a channel may ask for, and a bit. */
    private const LONGEST_SECONDS = 3_700;

    public function sweep(): void
    {
        AcrossWorkspaces::table('channels')
            ->where('quiet_until', '>', now()->addSeconds(self::LONGEST_SECONDS))
            ->update(['quiet_until' => null]);
    }
}
