<?php

declare(strict_types=1);

namespace Tests\Feature\Watching;

use App\Watching\Schedules\AtTimes;
use App\Watching\Schedules\EveryMinutes;
use App\Watching\Schedules\ScheduleDocument;
use App\Watching\Schedules\TimesADay;
use Carbon\CarbonImmutable;
use Illuminate\Validation\ValidationException;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\TestCase;

/** When pages are read. */
final class ScheduleTest extends TestCase
{
    public function test_a_thousand_watches_are_spread_evenly_over_their_interval(): void
    {
        $from = CarbonImmutable::parse('2026-11-30 09:00:00');
        $schedule = new EveryMinutes(30);
        $minutes = [];
        for ($number = 1; $number <= 1_000; $number++) {
            $next = $schedule->next($from, $number, 'UTC');
            self::assertTrue($next > $from && $next <= $from->addMinutes(30));
            $minutes[] = (int) $from->diffInMinutes($next, true);
        }
        $each = array_count_values($minutes);
        self::assertLessThanOrEqual(36, max($each));
        self::assertGreaterThanOrEqual(30, min(array_diff_key($each, [30 => true])));
    }

    public function test_the_same_watch_comes_again_after_the_same_while(): void
    {
        $schedule = new TimesADay(4);
        $first = $schedule->next(CarbonImmutable::parse('2026-11-30 09:00:00'), 17, 'UTC');
        self::assertSame(6 * 3_600, (int) $first->diffInSeconds($schedule->next($first, 17, 'UTC'), true));
    }

    /** @return array<string, array{list<string>, string, string}> */
    public static function times(): array
    {
        return [
            'later today, where the workspace is' => [['08:00', '18:30'], '2026-11-30T07:30:00+01:00', '2026-11-30T08:00:00+01:00'],
            'exactly then is over' => [['08:00', '18:30'], '2026-11-30T08:00:00+01:00', '2026-11-30T18:30:00+01:00'],
            'tomorrow' => [['08:00'], '2026-11-30T20:00:00+01:00', '2026-12-01T08:00:00+01:00'],
            'an hour that the clock leaves out' => [['02:30'], '2026-03-29T00:30:00+01:00', '2026-03-29T03:30:00+02:00'],
        ];
    }

    /** @param  non-empty-list<string>  $times */
    #[DataProvider('times')]
    public function test_set_times_are_those_of_the_workspace(array $times, string $after, string $next): void
    {
        self::assertSame(
            CarbonImmutable::parse($next)->getTimestamp(),
            (new AtTimes($times))->next(CarbonImmutable::parse($after), 1, 'Europe/Berlin')->getTimestamp(),
        );
    }

    /** @return array<string, array{mixed}> */
    public static function unreadable(): array
    {
        return [
            'nothing' => [[]],
            'two of them' => [['every_minutes' => 10, 'times_a_day' => 2]],
            'another interval' => [['every_minutes' => 7]],
            'text' => [['every_minutes' => '10']],
            'never' => [['times_a_day' => 0]],
            'too often' => [['times_a_day' => 25]],
            'no time' => [['at' => ['25:00']]],
            'no times' => [['at' => []]],
            'too many times' => [['at' => array_fill(0, 25, '08:00')]],
            'something else' => [['weekly' => true]],
            'no object' => ['hourly'],
        ];
    }

    #[DataProvider('unreadable')]
    public function test_what_is_no_schedule_is_refused(mixed $document): void
    {
        $this->expectException(ValidationException::class);
        ScheduleDocument::read($document);
    }
}
