<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

use App\Support\Schedule\HoursOfDay;

/** A schedule as it stands in a cell of a file: "every 30 minutes", "4 times a day", "08:00, 14:00". */
final readonly class ScheduleText
{
    private const MINUTES = '/^(?:every )?(\d{1,2}) ?(?:min|minutes)?$/';

    private const HOURLY = ['hourly', 'every hour', '1 h', '1 hour'];

    private const TIMES = '/^(\d{1,2}) ?(?:(?:x|×|times)(?: daily)?|(?:(?:x|×|times) ?)?(?:a|per) day)$/u';

    private const DAILY = ['daily', 'once a day', 'every day'];

    private function __construct()
    {
    }

    /** @return Schedule|null null: it says none that there is */
    public static function read(string $text): ?Schedule
    {
        $plain = trim((string) preg_replace('/\s+/u', ' ', mb_strtolower($text)));

        return match (true) {
            in_array($plain, self::HOURLY, true) => new EveryMinutes(60),
            in_array($plain, self::DAILY, true) => new TimesADay(1),
            preg_match(self::MINUTES, $plain, $found) === 1 => in_array((int) $found[1], EveryMinutes::CHOICES, true)
                ? new EveryMinutes((int) $found[1])
                : null,
            preg_match(self::TIMES, $plain, $found) === 1 => $found[1] >= 1 && $found[1] <= TimesADay::MOST
                ? new TimesADay((int) $found[1])
                : null,
            default => self::atTimes($plain),
        };
    }

    public static function of(Schedule $schedule): string
    {
        $document = $schedule->document();

        return match (array_key_first($document)) {
            'every_minutes' => "every {$document['every_minutes']} minutes",
            'times_a_day' => $document['times_a_day'] === 1 ? 'once a day' : "{$document['times_a_day']} times a day",
            default => implode(', ', $document['at']),
        };
    }

    private static function atTimes(string $plain): ?AtTimes
    {
        $times = array_map(
            fn (string $time) => strlen($time) === 4 ? "0{$time}" : $time,
            preg_split('/[\s,;\/]+/', (string) preg_replace('/^at /', '', $plain), -1, PREG_SPLIT_NO_EMPTY) ?: [],
        );
        $isRight = fn (string $time): bool => preg_match(HoursOfDay::TIME.'D', $time) === 1;
        if ($times === [] || count($times) > AtTimes::MOST || array_filter($times, $isRight) !== $times) {
            return null;
        }
        $times = array_values(array_unique($times));
        sort($times);

        return new AtTimes($times);
    }
}
