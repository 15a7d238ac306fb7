<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

use Carbon\CarbonImmutable;

/** At set times of each day, where the workspace is; one that a clock change leaves out comes when the clock has been put. */
final readonly class AtTimes implements Schedule
{
    public const MOST = 24;

    /** @param  non-empty-list<string>  $times  such as "08:00" */
    public function __construct(private array $times)
    {
    }

    public function next(CarbonImmutable $after, int $number, string $timeZone): CarbonImmutable
    {
        $day = $after->setTimezone($timeZone)->startOfDay();
        $all = [];
        foreach ([$day, $day->addDay()] as $one) {
            foreach ($this->times as $time) {
                $all[] = $one->setTimeFromTimeString($time);
            }
        }
        $later = array_filter($all, fn (CarbonImmutable $time) => $time > $after);

        return min($later)->utc();
    }

    public function document(): array
    {
        return ['at' => $this->times];
    }
}
