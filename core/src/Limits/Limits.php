<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

/** Floor and ceiling as far as they can be given, and why they are not usable where they are not. */
final readonly class Limits
{
    /** @param  list<EarningsCondition>  $conditions  of the floor terms that a price above the floor can still fail */
    public function __construct(
        public ?Limit $floor,
        public ?Limit $ceiling,
        public ?string $problem,
        private array $conditions = [],
    ) {
    }

    public function contain(int $price): bool
    {
        return $this->floor !== null && $this->ceiling !== null && $price >= $this->floor->price && $price <= $this->ceiling->price;
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
}
