<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

use Carbon\CarbonImmutable;

/** When a watch is read. */
interface Schedule
{
    /**
     * @param  int  $number  of the watch: many with the same schedule are spread by it over their interval
     * @param  string  $timeZone  of the workspace
     * @return CarbonImmutable the first time after that moment
     */
    public function next(CarbonImmutable $after, int $number, string $timeZone): CarbonImmutable;

    /** @return array<string, mixed> as it is kept and written */
    public function document(): array;
}
