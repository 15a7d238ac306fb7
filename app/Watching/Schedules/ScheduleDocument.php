<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

use App\Support\Messages\Message;
use App\Support\Schedule\HoursOfDay;
use Illuminate\Validation\ValidationException;
use OpenApi\Attributes as OA;

/** A schedule as people and programs write it. */
#[OA\Schema(
    schema: 'WatchSchedule',
    oneOf: [
        new OA\Schema(
            required: ['every_minutes'],
            properties: [new OA\Property(property: 'every_minutes', type: 'integer', enum: EveryMinutes::CHOICES)],
            type: 'object',
        ),
        new OA\Schema(
            required: ['times_a_day'],
            properties: [
                new OA\Property(property: 'times_a_day', type: 'integer', minimum: 1, maximum: TimesADay::MOST),
            ],
            type: 'object',
        ),
        new OA\Schema(
            required: ['at'],
            properties: [
                new OA\Property(
                    property: 'at',
                    description: 'Times such as 08:00, in the workspace’s time zone.',
                    type: 'array',
                    maxItems: AtTimes::MOST,
                    items: new OA\Items(type: 'string'),
                ),
            ],
            type: 'object',
        ),
    ],
)]
final readonly class ScheduleDocument
{
    public const USUAL = ['times_a_day' => 4];

    private function __construct()
    {
    }

    /**
     * @param  mixed  $document  with one of every_minutes, times_a_day and at
     *
     * @throws ValidationException at the field
     */
    public static function read(mixed $document, string $field = 'schedule'): Schedule
    {
        if (! is_array($document) || count($document) !== 1) {
            throw self::unreadable($field);
        }
        $value = array_values($document)[0];

        return match (array_keys($document)[0]) {
            'every_minutes' => in_array($value, EveryMinutes::CHOICES, true)
                ? new EveryMinutes($value)
                : throw self::unreadable($field),
            'times_a_day' => is_int($value) && $value >= 1 && $value <= TimesADay::MOST
                ? new TimesADay($value)
                : throw self::unreadable($field),
            'at' => new AtTimes(self::times($value) ?? throw self::unreadable($field)),
            default => throw self::unreadable($field),
        };
    }

    /** @return non-empty-list<string>|null in order */
    private static function times(mixed $value): ?array
    {
        if (! is_array($value) || ! array_is_list($value) || count($value) > AtTimes::MOST) {
            return null;
        }
        $times = array_values(
            array_unique(
                array_filter(
                    $value,
                    fn (mixed $time) => is_string($time) && preg_match(HoursOfDay::TIME.'D', $time) === 1,
                ),
            ),
        );
        sort($times);

        return $times === [] || count($times) < count($value) ? null : $times;
    }

    private static function unreadable(string $field): ValidationException
    {
        return ValidationException::withMessages([$field => Message::of('watch_schedule_unreadable')]);
    }
}
