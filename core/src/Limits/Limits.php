<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Reason;

/** Floor and ceiling in minor units as far as they can be given, and why they are not usable where they are not. */
final readonly class Limits
{
    /** @param  list<EarningsCondition>  $conditions  of the floor terms that a price above the floor can still fail */
    public function __construct(
        public ?int $floor,
        public ?int $ceiling,
        public ?Reason $problem,
        private ?Term $floorTerm = null,
        private ?Term $ceilingTerm = null,
        private array $conditions = [],
    ) {
    }

    /** Whether a price from the floor up meets every floor term. */
    public function allow(int $price, Earnings $earnings): bool
    {
        foreach ($this->conditions as $condition) {
            if (! $condition->holds($earnings, $price)) {
                return false;
            }
        }

        return true;
    }

    /** The smallest price from there up at which every floor term holds; SmallestPrice::NONE if there is none. */
    public function nextAllowed(int $price, Earnings $earnings): int
    {
        do {
            $before = $price;
            foreach ($this->conditions as $condition) {
                $price = SmallestPrice::from($price, $earnings, $condition);
                if ($price === SmallestPrice::NONE) {
                    return $price;
                }
            }
        } while ($price !== $before);

        return $price;
    }

    /** Whether it is the term that floor or ceiling comes from. */
    public function binds(Term $term): bool
    {
        return $term === $this->floorTerm || $term === $this->ceilingTerm;
    }

    /** Which floor term binds. */
    public function floorSays(Listing $listing): ?Message
    {
        return $this->floorTerm?->says($listing);
    }

    public function ceilingSays(Listing $listing): ?Message
    {
        return $this->ceilingTerm?->says($listing);
    }
}
