<?php

declare(strict_types=1);

namespace App\Support\Schedule;

use Illuminate\Console\Scheduling\Schedule;

/** When the background work happens. */
final readonly class Timetable
{
    public static function write(Schedule $schedule): void
    {
        $schedule->command('work:sweep')->everyFiveSeconds()->withoutOverlapping(1);
        $schedule->command('pricing:run-due')->everyMinute()->withoutOverlapping(5);
        $schedule->command('pricing:assign')->everyMinute()->withoutOverlapping(5);
        $schedule->command('catalogue:costs-due')->everyMinute()->withoutOverlapping(5);
        $schedule->command('catalogue:tax-due')->everyMinute()->withoutOverlapping(5);
        $schedule->command('catalogue:fetch-rates')->twiceDaily(6, 17)->withoutOverlapping(30);
        $schedule->command('catalogue:age-rates')->everyFiveMinutes()->withoutOverlapping(5);
        $schedule->command('market:refresh')->everyMinute()->withoutOverlapping(5);
        $schedule->command('market:orders')->everyMinute()->withoutOverlapping(5);
        $schedule->command('market:gather-rivals')->hourly()->withoutOverlapping(30);
        $schedule->command('pricing:price-wars')->everyFiveMinutes()->withoutOverlapping(5);
        $schedule->command('screens:note-positions')->everyFiveMinutes();
        $schedule->command('screens:recall-positions')->dailyAt('03:20')->withoutOverlapping(30);
        $schedule->command('watching:drop-old')->everyTenMinutes()->withoutOverlapping(10);
        $schedule->command('alerts:look-again')->hourly()->withoutOverlapping(30);
        $schedule->command('retention:run')->daily();
        $schedule->command('catalogue:remove-files')->daily();
    }
}
