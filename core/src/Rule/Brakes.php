<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Trail\Reason;

use function abs;

/** Guards that stop or cap a change. Null = none. Amounts in minor units. */
final readonly class Brakes
{
    private const MICROSECONDS_A_MINUTE = 60_000_000;

    /** @param  int|null  $minMove  in minor units */
    public function __construct(
        public ?Percent $maxMove = null,
        private Beyond $beyond = Beyond::Review,
        private ?int $minMove = null,
        private ?int $cooldownMinutes = null,
        private ?int $maxChangesPerDay = null,
    ) {
    }

    /**
     * Why the listing is to be left alone for now; null if it is not.
     *
     * @param  int  $now  microseconds since 1970
     */
    public function rests(Listing $listing, int $now): ?Reason
    {
        return match (true) {
            $this->cooldownMinutes !== null &&
                $listing->lastChangedAt !== null &&
                $now - $listing->lastChangedAt < $this->cooldownMinutes * self::MICROSECONDS_A_MINUTE => Reason::Cooldown,
            $this->maxChangesPerDay !== null && $listing->changesLast24h >= $this->maxChangesPerDay => Reason::DailyLimit,
            default => null,
        };
    }

    /** Whether so small a move is not worth making. */
    public function areTooCoarse(int $from, int $to): bool
    {
        return $this->minMove !== null && abs($to - $from) < $this->minMove;
    }

    /** Whether so large a move is held. */
    public function hold(int $from, int $to): bool
    {
        return $this->maxMove !== null && $this->maxMove->isLessThan(abs($to - $from), $from);
    }

    /** How far a held move may go, the allowed part rounded down; null where it may not go at all. */
    public function capped(int $from, int $to): ?int
    {
        $allowed = $this->beyond === Beyond::Cap ? $this->maxMove?->partDown($from) ?? 0 : 0;

        return $allowed === 0 ? null : ($to > $from ? $from + $allowed : $from - $allowed);
    }
}
