<?php

declare(strict_types=1);

namespace App\Support\Schedule;

use Illuminate\Support\Facades\DB;

/**
 * A machine's clock may be put back, by hand or because it was wrong. What had been put off until then would wait for
 * as long as the clock went back; nothing is ever put off for longer than the wait below, so that what lies further
 * ahead is due. Sweepers look after rows of their parts.
 */
final readonly class AfterClockJump
{
    /** The longest wait of a job, and a bit. */
    public const LONGEST_WAIT_SECONDS = 700;

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
    }
}
