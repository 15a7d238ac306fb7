<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;

/** The floor and ceiling terms of a listing. The floor is the highest of its terms, the ceiling the lowest of its. */
final readonly class LimitTerms
{
    /**
     * @param  list<FloorTerm>  $floor
     * @param  list<CeilingTerm>  $ceiling
     */
    public function __construct(public array $floor, public array $ceiling)
    {
    }

    public function solve(Listing $listing): Limits
    {
        if ($listing->earnings->totalCost === null && $this->needCost()) {
            return Limits::missing('cost_missing');
        }
        $floor = null;
        foreach ($this->floor as $term) {
            $price = $term->smallest($listing);
            if ($price !== null && ($floor === null || $price > $floor->price)) {
                $floor = new Limit($price, $term->says($listing));
            }
        }
        if ($floor !== null && $floor->price === SmallestPrice::NONE) {
            return Limits::missing('floor_unreachable');
        }
        $ceiling = null;
        foreach ($this->ceiling as $term) {
            $price = $term->largest($listing);
            if ($price !== null && ($ceiling === null || $price < $ceiling->price)) {
                $ceiling = new Limit($price, $term->says($listing));
            }
        }

        return Limits::of($floor, $ceiling);
    }

    public function floorHolds(Listing $listing, int $price): bool
    {
        foreach ($this->floor as $term) {
            if (! $term->holds($listing, $price)) {
                return false;
            }
        }

        return true;
    }

    private function needCost(): bool
    {
        foreach ([...$this->floor, ...$this->ceiling] as $term) {
            if ($term->needsCost()) {
                return true;
            }
        }

        return false;
    }
}
