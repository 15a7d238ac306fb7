<?php

declare(strict_types=1);

namespace App\Pricing\Spirals;

use App\Pricing\Deciding\RuleDocument;
use App\Pricing\Models\Spiral;
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
        $ignored = Spiral::query()->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])->where('answer', 'ignore')->where('until', '>', now());
        foreach ($ignored->orderBy('seller')->get(['listing_id', 'seller']) as $spiral) {
            $sellers[$spiral->listing_id][] = $spiral->seller;
        }

        return new self($sellers);
    }

    /** The rule as it is for that listing. */
    public function leftOut(int $listingId, RuleDocument $rule): RuleDocument
    {
        return isset($this->sellers[$listingId]) ? $rule->ignoring($this->sellers[$listingId]) : $rule;
    }
}
