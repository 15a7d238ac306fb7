<?php

declare(strict_types=1);

namespace App\Alerts\Models;

use App\Support\Schedule\HoursOfDay;
use Carbon\CarbonImmutable;

/** How soon what has happened is sent. */
enum Cadence: string
{
    case Now = 'now';
    case Hourly = 'hourly';
    case Daily = 'daily';

    /** When the day's summary is sent, where the workspace is. */
    private const MORNING = '07:00';

    /**
     * @param  string|null  $quietFrom  such as "22:00": nothing is sent from then
     * @param  string|null  $quietTo  until then
     */
    public function dueAt(CarbonImmutable $moment, string $timeZone, ?string $quietFrom, ?string $quietTo): CarbonImmutable
    {
        $there = $moment->setTimezone($timeZone);
        $due = match ($this) {
            self::Now => $there,
            self::Hourly => $there->startOfHour()->addHour(),
            self::Daily => self::next($there, self::MORNING),
        };
        $isQuiet = $quietFrom !== null && $quietTo !== null && (new HoursOfDay($quietFrom, $quietTo, $timeZone))->contain($due);

        return ($isQuiet ? self::next($due, $quietTo) : $due)->utc();
    }

    private static function next(CarbonImmutable $after, string $time): CarbonImmutable
    {
        $today = $after->setTimeFromTimeString($time);

        return $today > $after ? $today : $after->addDay()->setTimeFromTimeString($time);
    }
}
