<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

/** Every 10, 30 or 60 minutes. */
final readonly class EveryMinutes extends Interval
{
    public const CHOICES = [10, 30, 60];

    public function __construct(private int $minutes)
    {
    }

    protected function seconds(): int
    {
        return 60 * $this->minutes;
    }

    public function document(): array
    {
        return ['every_minutes' => $this->minutes];
    }
}
