<?php

declare(strict_types=1);

namespace App\Pricing\PriceWars;

use App\Pricing\Deciding\RuleDocument;
use App\Pricing\Models\PriceWar;
use App\Support\Database\IdArray;

/** Rivals that someone chose to leave out on some listings for a while. */
final readonly class IgnoredRivals
{
    /** @param  array<int, list<string>>  $sellers  by listing */
    private function __construct(private array $sellers)
    {
    }

    /** @param  list<int>  $listingIds */
    public static function on(array $listingIds): self
    {
        $sellers = [];
        $ignored = PriceWar::query()
            ->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])
            ->where('answer', 'ignore')
            ->where('until', '>', now());
        foreach ($ignored->orderBy('seller')->get(['listing_id', 'seller']) as $priceWar) {
            $sellers[$priceWar->listing_id][] = $priceWar->seller;
        }

        return new self($sellers);
    }

    /** The rule as it is for that listing. */
    public function leftOut(int $listingId, RuleDocument $rule): RuleDocument
    {
        return isset($this->sellers[$listingId]) ? $rule->ignoring($this->sellers[$listingId]) : $rule;
    }
}
