<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

/** 1 to 24 times a day, evenly. */
final readonly class TimesADay extends Interval
{
    public const MOST = 24;

    public function __construct(private int $times)
    {
    }

    protected function seconds(): int
    {
        return intdiv(86_400, $this->times);
    }

    public function document(): array
    {
        return ['times_a_day' => $this->times];
    }
}
