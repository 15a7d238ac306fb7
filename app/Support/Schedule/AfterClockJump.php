<?php

declare(strict_types=1);

namespace App\Support\Schedule;

use App\Support\Tenancy\AcrossWorkspaces;
use Illuminate\Support\Facades\DB;

/**
 * A machine's clock may be put back, by hand or because it was wrong. What had been put off until then would wait for as long as the clock went
 * back; nothing here is ever put off for longer than the waits below, so that what lies further ahead is due.
 */
final readonly class AfterClockJump
{
    /** The longest pause a channel may ask for, and a bit. */
    private const LONGEST_PAUSE_SECONDS = 3_700;

    /** The longest wait of anything else, and a bit. */
    private const LONGEST_WAIT_SECONDS = 700;

    /** Nobody can have begun work in the future. */
    private const TOLERANCE_SECONDS = 5;

    public function handle(): void
    {
        $now = now()->getTimestamp();
        DB::table('jobs')
            ->where('reserved_at', '>', $now + self::TOLERANCE_SECONDS)
            ->update(['reserved_at' => null]);
        DB::table('jobs')
            ->where('available_at', '>', $now + self::LONGEST_WAIT_SECONDS)
            ->update(['available_at' => $now]);
        DB::table('cache_locks')
            ->where('expiration', '>', $now + self::LONGEST_WAIT_SECONDS)
            ->where('expiration', '<', $now + 86_400 * 365)
            ->delete();
        AcrossWorkspaces::table('feeds')
            ->where('state', '<>', 'closed')
            ->where('due_at', '>', now()->addSeconds(self::LONGEST_WAIT_SECONDS))
            ->update(['due_at' => now()]);
        AcrossWorkspaces::table('price_changes')
            ->where('state', 'queued')
            ->where('due_at', '>', now()->addSeconds(self::LONGEST_WAIT_SECONDS))
            ->update(['due_at' => now()]);
        AcrossWorkspaces::table('channels')
            ->where('quiet_until', '>', now()->addSeconds(self::LONGEST_PAUSE_SECONDS))
            ->update(['quiet_until' => null]);
    }
}
