<?php

declare(strict_types=1);

namespace App\Pricing\Spirals;

use App\Pricing\Deciding\RuleDocument;
use App\Pricing\Models\Spiral;
use App\Support\Database\IdArray;

/** What people decided about spirals, where it still holds. */
final readonly class SpiralAnswers
{
    /**
     * @param  array<int, true>  $held  listings whose price stays
     * @param  array<int, list<string>>  $ignored  sellers that do not count, by listing
     */
    private function __construct(private array $held, private array $ignored)
    {
    }

    /** @param  list<int>  $listingIds */
    public static function on(array $listingIds): self
    {
        $held = $ignored = [];
        foreach (Spiral::query()->whereRaw('listing_id = ANY(?)', [IdArray::of($listingIds)])->where('until', '>', now())->orderBy('seller')->get(['listing_id', 'seller', 'answer']) as $spiral) {
            match ($spiral->answer) {
                'hold', 'step_up' => $held[$spiral->listing_id] = true,
                'ignore' => $ignored[$spiral->listing_id][] = $spiral->seller,
                default => null,
            };
        }

        return new self($held, $ignored);
    }

    public function hold(int $listingId): bool
    {
        return isset($this->held[$listingId]);
    }

    /** The rule as it is for that listing. */
    public function ruleFor(int $listingId, RuleDocument $rule): RuleDocument
    {
        return isset($this->ignored[$listingId]) ? $rule->ignoring($this->ignored[$listingId]) : $rule;
    }
}
