<?php

declare(strict_types=1);

namespace App\Watching\Actions;

use App\Channels\Outgoing\PageAnswer;
use App\Support\Messages\Message;
use App\Watching\Fetching\HostPace;
use App\Watching\Fetching\Robot;
use App\Watching\Fetching\Turn;
use App\Watching\Models\RobotsState;
use App\Watching\Models\WebHost;

/** Takes in what a host lets robots read, as RFC 9309, 2.3.1 says what each answer means. */
final readonly class RecordRobots
{
    /** For so long an earlier copy is used where there is no new one, and asked for once an hour. */
    private const OLD_COPY_HOURS = 23;

    public function handle(Turn $turn, PageAnswer $answer): void
    {
        $host = WebHost::query()->findOrFail($turn->host->host);
        $status = $answer->status;
        $state = match (true) {
            $status === null, $status === 429, $status >= 500 => RobotsState::Unreachable,
            $status === 200 && $answer->failure === null => RobotsState::Known,
            default => RobotsState::None,
        };
        if ($state === RobotsState::Unreachable) {
            $this->unreachable($host, $turn, $answer);

            return;
        }
        $host->robots_state = $state;
        $host->robots = $state === RobotsState::Known ? str_replace("\0", '', mb_scrub($answer->body)) : null;
        $host->robots_problem = null;
        $host->robots_at = $turn->at;
        HostPace::answered($host, $turn, $host->robots()->delay(Robot::NAME) ?? 0);
    }

    private function unreachable(WebHost $host, Turn $turn, PageAnswer $answer): void
    {
        $hasCopy = $host->robots_at !== null && $host->robots_state !== RobotsState::Unreachable;
        $host->robots_at = $hasCopy ? $turn->at->subHours(self::OLD_COPY_HOURS) : null;
        $host->robots_state = $hasCopy ? $host->robots_state : RobotsState::Unreachable;
        $host->robots_problem = $answer->failure ?? Message::of('page_status', status: (string) $answer->status);
        HostPace::inTrouble($host, $turn, $answer->retryAfterSeconds);
    }
}
