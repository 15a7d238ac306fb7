<?php

declare(strict_types=1);

namespace Wrasse\Core\Insight;

/** A time in which someone asked less than the advertised minimum, or more than the recommended price. Amounts in minor units, without shipping. */
final class Breach
{
    /**
     * @param  string  $seller  empty: us
     * @param  int  $limit  the price that it was held against
     * @param  int  $began  seconds since 1970; the first time it was seen
     * @param  int  $worst  the price that was furthest off
     * @param  int  $worstAt  when that was seen first
     * @param  int  $latest  the price at the end, or now
     * @param  int|null  $ended  when it was seen to be over; null: it goes on
     */
    public function __construct(
        public readonly string $seller,
        public readonly int $limit,
        public readonly int $began,
        public int $worst,
        public int $worstAt,
        public int $latest,
        public ?int $ended = null,
    ) {
    }
}
