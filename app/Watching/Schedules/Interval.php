<?php

declare(strict_types=1);

namespace App\Watching\Schedules;

use Carbon\CarbonImmutable;

/** Again after the same while, each watch at a moment of its own within it. */
abstract readonly class Interval implements Schedule
{
    /** Odd, and about 2^32 divided by the golden ratio: neighbouring numbers come to lie far apart (Knuth, The Art of Computer Programming 3, 6.4, multiplicative hashing). */
    private const SPREAD = 2_654_435_769;

    abstract protected function seconds(): int;

    final public function next(CarbonImmutable $after, int $number, string $timeZone): CarbonImmutable
    {
        $every = $this->seconds();
        $offset = intdiv((($number * self::SPREAD) & 0xFFFFFFFF) * $every, 1 << 32);
        $from = $after->getTimestamp() - $offset;

        return CarbonImmutable::createFromTimestampUTC($offset + $every * (intdiv($from, $every) + 1));
    }
}
