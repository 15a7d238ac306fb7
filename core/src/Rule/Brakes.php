<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\PriceMove;

/** Guards that stop or cap a change. Null = none. */
final readonly class Brakes
{
    private const MICROSECONDS_A_MINUTE = 60_000_000;

    /** @param  int|null  $minMove  in minor units */
    public function __construct(
        public ?Percent $maxMove = null,
        public Beyond $beyond = Beyond::Review,
        public ?int $minMove = null,
        private ?int $cooldownMinutes = null,
        private ?int $maxChangesPerDay = null,
    ) {
    }

    /**
     * Why the listing is to be left alone for now; null if it is not.
     *
     * @param  int  $now  microseconds since 1970
     */
    public function rests(Listing $listing, int $now): ?string
    {
        return match (true) {
            $this->cooldownMinutes !== null && $listing->lastChangedAt !== null
                && $now - $listing->lastChangedAt < $this->cooldownMinutes * self::MICROSECONDS_A_MINUTE => 'cooldown',
            $this->maxChangesPerDay !== null && $listing->changesLast24h >= $this->maxChangesPerDay => 'daily_limit',
            default => null,
        };
    }

    public function isTooSmall(PriceMove $move): bool
    {
        return $this->minMove !== null && abs($move->amount()) < $this->minMove;
    }

    public function isTooLarge(PriceMove $move): bool
    {
        return $this->maxMove !== null && $move->isMoreThan($this->maxMove);
    }

    /** The price as far as the brake lets it go, the allowed part rounded down. */
    public function capped(PriceMove $move): int
    {
        $allowed = $this->maxMove?->partDown($move->from) ?? 0;

        return $move->to > $move->from ? $move->from + $allowed : $move->from - $allowed;
    }
}
