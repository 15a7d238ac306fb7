<?php

declare(strict_types=1);

namespace App\Support\Schedule;

use Carbon\CarbonInterface;

/**
 * Part of each day in a time zone, from one time to another; over midnight where the second is the earlier one. The
 * second is not in it.
 */
final readonly class HoursOfDay
{
    /** Hours and minutes, as 24-hour clocks show them. */
    public const TIME = '/^([01]\d|2[0-3]):[0-5]\d$/';

    /**
     * @param  string  $from  such as "08:00"
     * @param  string  $timeZone  of the IANA time zone database
     */
    public function __construct(private string $from, private string $to, private string $timeZone)
    {
    }

    public function contain(CarbonInterface $moment): bool
    {
        $time = $moment->toImmutable()->setTimezone($this->timeZone)->format('H:i');

        return $this->from <= $this->to
            ? $time >= $this->from && $time < $this->to
            : $time >= $this->from || $time < $this->to;
    }
}
