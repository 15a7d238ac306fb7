<?php

declare(strict_types=1);

namespace App\Pricing\Times;

use App\Support\Messages\Message;
use App\Support\Schedule\HoursOfDay;
use Carbon\CarbonImmutable;
use Carbon\CarbonInterface;
use Cron\CronExpression;
use Illuminate\Support\Facades\Validator;
use Illuminate\Validation\ValidationException;

/**
 * When a rule looks at its listings, and when it may change prices: at every move of the market, every some minutes, at
 * times of day, within hours, until a day.
 */
final readonly class RuleTimes
{
    /**
     * @param  array{
     *     on_market?: bool,
     *     at?: list<string>,
     *     weekdays?: list<int>,
     *     time_zone?: string,
     *     from?: string|null,
     *     to?: string|null,
     *     until?: string|null,
     * }  $times  the weekdays hold for all of it
     * @param  string  $timeZone  in which they are meant, unless they name another
     */
    public function __construct(private array $times, private ?int $everyMinutes, private string $timeZone = 'UTC')
    {
    }

    /**
     * @param  array<mixed>  $times
     * @return array<string, mixed> checked
     *
     * @throws ValidationException
     */
    public static function check(array $times): array
    {
        $time = 'regex:'.HoursOfDay::TIME;
        Validator::make(
            ['times' => $times],
            [
                'times' => ['array:on_market,at,weekdays,time_zone,from,to,until'],
                'times.on_market' => ['sometimes', 'boolean'],
                'times.at' => ['sometimes', 'array', 'max:24'],
                'times.at.*' => ['string', $time],
                'times.weekdays' => ['sometimes', 'array', 'min:1', 'max:7'],
                'times.weekdays.*' => ['integer', 'between:1,7'],
                'times.time_zone' => ['sometimes', 'timezone:all'],
                'times.from' => ['nullable', 'string', $time, 'required_with:times.to'],
                'times.to' => ['nullable', 'string', $time, 'required_with:times.from', 'different:times.from'],
                'times.until' => ['nullable', 'date_format:Y-m-d'],
            ],
            [
                '*.regex' => Message::of('expected_time_of_day')->stored(),
                'times.to.different' => Message::of('expected_other_time')->stored(),
                'times.*.required_with' => Message::of('expected_both_times')->stored(),
                'times.until.date_format' => Message::of('expected_day')->stored(),
                'times.time_zone.timezone' => Message::of('expected_time_zone')->stored(),
            ],
        )->validate();

        return $times;
    }

    public function followsTheMarket(): bool
    {
        return $this->times['on_market'] ?? true;
    }

    /** Whether prices may move at that moment. */
    public function allow(CarbonInterface $moment): bool
    {
        $local = $moment->toImmutable()->setTimezone($this->zone());
        $until = $this->times['until'] ?? null;
        if (! $this->isOn($local) || ($until !== null && $local->toDateString() > $until)) {
            return false;
        }

        return ! isset($this->times['from'], $this->times['to']) ||
            (new HoursOfDay($this->times['from'], $this->times['to'], $this->zone()))->contain($moment);
    }

    /**
     * Whether it is to look at its listings now.
     *
     * @param  CarbonInterface|null  $last  when it looked last
     * @param  CarbonInterface|null  $since  when these times were set: none before that is made up for
     */
    public function isDue(?CarbonInterface $last, ?CarbonInterface $since, CarbonInterface $now): bool
    {
        if (! $this->allow($now)) {
            return false;
        }
        if (
            $this->everyMinutes !== null &&
            ($last === null || $last->toImmutable()->addMinutes($this->everyMinutes) <= $now)
        ) {
            return true;
        }
        $latest = $this->latestTime($now);

        return $latest !== null && ($last === null || $last < $latest) && ($since === null || $since <= $latest);
    }

    /** The last time of day up to now at which it was to look. */
    private function latestTime(CarbonInterface $now): ?CarbonImmutable
    {
        $latest = array_map(fn (string $time) => $this->latest($time, $now), $this->times['at'] ?? []);

        return $latest === [] ? null : max($latest);
    }

    /** A time that the clocks skip is taken as the one after; of one that they show twice the first counts. */
    private function latest(string $time, CarbonInterface $now): CarbonImmutable
    {
        [$hour, $minute] = array_map(intval(...), explode(':', $time));
        $weekdays = implode(',', $this->times['weekdays'] ?? ['*']);
        $cron = new CronExpression("{$minute} {$hour} * * {$weekdays}");
        $latest = CarbonImmutable::instance($cron->getPreviousRunDate($now, 0, true, $this->zone()));
        $anHourBefore = $latest->setTimestamp($latest->getTimestamp() - 3_600);

        return $anHourBefore->format('H:i') === $latest->format('H:i') ? $anHourBefore : $latest;
    }

    private function isOn(CarbonImmutable $day): bool
    {
        return in_array($day->dayOfWeekIso, $this->times['weekdays'] ?? range(1, 7), true);
    }

    private function zone(): string
    {
        return $this->times['time_zone'] ?? $this->timeZone;
    }
}
