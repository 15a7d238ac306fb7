<?php

declare(strict_types=1);

namespace App\Watching\Fetching;

use App\Channels\Outgoing\PageAnswer;
use App\Watching\Models\WebHost;
use Carbon\CarbonImmutable;

/** When a host may be asked again after it has answered, or not. */
final readonly class HostPace
{
    private const FIRST_WAIT_SECONDS = 30;

    private const LONGEST_WAIT_SECONDS = 6 * 3_600;

    private const MOST_DOUBLINGS = 10;

    private function __construct()
    {
    }

    /** After a page was asked for. */
    public static function after(Turn $turn, PageAnswer $answer, PageOutcome $outcome): void
    {
        $host = WebHost::query()->findOrFail($turn->host->host);
        $outcome->isTrouble
            ? self::inTrouble($host, $turn, $answer->retryAfterSeconds)
            : self::answered($host, $turn);
    }

    /** @param  float  $atLeastSeconds  that it has just asked for */
    public static function answered(WebHost $host, Turn $turn, float $atLeastSeconds = 0): void
    {
        $wait = max($turn->delaySeconds, min(ClaimTurns::LONGEST_CRAWL_DELAY_SECONDS, $atLeastSeconds));
        $host->failures = 0;
        $host->next_at = CarbonImmutable::now()->addMicroseconds((int) ($wait * 1e6));
        $host->save();
    }

    /**
     * Longer with each time in a row, and as long as it asks for at least.
     *
     * @param  int|null  $asked  seconds
     */
    public static function inTrouble(WebHost $host, Turn $turn, ?int $asked): void
    {
        $wait = min(self::LONGEST_WAIT_SECONDS, self::FIRST_WAIT_SECONDS << min(self::MOST_DOUBLINGS, $host->failures));
        $host->failures++;
        $host->next_at = CarbonImmutable::now()->addSeconds((int) max($wait, $asked ?? 0, ceil($turn->delaySeconds)));
        $host->save();
    }
}
