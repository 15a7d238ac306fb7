<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use const PHP_INT_MAX;

use Wrasse\Core\Money\Percent;

use function count;
use function in_array;

/** Says which offers count, and for the others the first reason why not. Null = not asked for. */
final class FieldFilter
{
    private const MICROSECONDS_A_MINUTE = 60_000_000;

    private const MOST_REMEMBERED = 500;

    /** Whether two offers with the same terms, neither our own, always fare alike. */
    private readonly bool $looksOnlyAtTerms;

    /** @var array<string, bool> terms of an offer and of the listing to whether such offers count */
    private array $remembered = [];

    /**
     * @param  list<string>|null  $conditions  null = any; empty = the listing's own
     * @param  list<string>|null  $fulfilments  null = any; empty = the listing's own
     * @param  list<string>  $excludeSellers
     * @param  list<string>|null  $onlySellers
     * @param  list<string>|null  $shipFrom  ISO 3166-1 alpha-2
     * @param  list<string>  $sources
     */
    public function __construct(
        public readonly ?array $conditions = [],
        public readonly ?array $fulfilments = null,
        public readonly array $excludeSellers = [],
        public readonly ?array $onlySellers = null,
        public readonly bool $excludeMarketplaceRetail = false,
        public readonly ?Percent $minRating = null,
        public readonly ?int $minRatingCount = null,
        public readonly ?int $maxHandlingDays = null,
        public readonly ?array $shipFrom = null,
        public readonly bool $inStockOnly = true,
        public readonly ?int $maxAgeMinutes = null,
        public readonly array $sources = ['marketplace', 'web'],
    ) {
        $this->looksOnlyAtTerms = $excludeSellers === [] && $onlySellers === null && $minRating === null && $minRatingCount === null
            && $maxHandlingDays === null && $shipFrom === null && $maxAgeMinutes === null;
    }

    /**
     * Whether all offers of a group count; false where they have to be looked at one by one. The same few combinations of terms
     * come again and again, so the answer is remembered.
     */
    public function acceptsAllOf(OfferGroup $group, Listing $listing): bool
    {
        return $this->looksOnlyAtTerms && ! in_array($listing->seller, $group->sellers, true) && $this->acceptsTermsOf($group, $listing);
    }

    /** Whether nothing that the offers of a group have in common stands against them; each may still be dropped for something of its own. */
    public function acceptsTermsOf(OfferGroup $group, Listing $listing): bool
    {
        $key = $group->terms.$listing->terms;
        if (! isset($this->remembered[$key])) {
            $this->remembered = count($this->remembered) < self::MOST_REMEMBERED ? $this->remembered : [];
            $this->remembered[$key] = $this->reasonOfTerms($group, $listing) === null;
        }

        return $this->remembered[$key];
    }

    /**
     * @param  int  $i  which of the group
     * @param  int  $now  microseconds since 1970
     */
    public function reasonToDrop(OfferGroup $group, int $i, Listing $listing, int $now): ?string
    {
        $seller = $group->sellers[$i];

        return match (true) {
            $seller === $listing->seller => 'own_offer',
            ! in_array($group->source, $this->sources, true) => 'source',
            in_array($seller, $this->excludeSellers, true) => 'excluded_seller',
            $this->onlySellers !== null && ! in_array($seller, $this->onlySellers, true) => 'not_in_list',
            default => $this->reasonOfTerms($group, $listing) ?? $this->reasonOfItsOwn($group, $i, $now),
        };
    }

    /**
     * Of an offer whose terms are accepted.
     *
     * @param  int  $i  which of the group
     * @param  int  $now  microseconds since 1970
     */
    public function reasonBesidesTerms(OfferGroup $group, int $i, Listing $listing, int $now): ?string
    {
        $seller = $group->sellers[$i];

        return match (true) {
            $seller === $listing->seller => 'own_offer',
            $this->excludeSellers !== [] && in_array($seller, $this->excludeSellers, true) => 'excluded_seller',
            $this->onlySellers !== null && ! in_array($seller, $this->onlySellers, true) => 'not_in_list',
            default => $this->reasonOfItsOwn($group, $i, $now),
        };
    }

    private function reasonOfTerms(OfferGroup $group, Listing $listing): ?string
    {
        return match (true) {
            ! in_array($group->source, $this->sources, true) => 'source',
            $this->excludeMarketplaceRetail && $group->marketplaceRetail => 'marketplace_retail',
            ! $this->accepts($this->conditions, $group->condition, $listing->condition) => 'condition',
            ! $this->accepts($this->fulfilments, $group->fulfilment, $listing->fulfilment) => 'fulfilment',
            $this->inStockOnly && ! $group->inStock => 'out_of_stock',
            default => null,
        };
    }

    private function reasonOfItsOwn(OfferGroup $group, int $i, int $now): ?string
    {
        return match (true) {
            $this->maxAgeMinutes !== null && $this->isStale($group->seenAt[$i] ?? null, $now) => 'stale',
            $this->minRating !== null && ($group->ratings[$i]->units ?? -1) < $this->minRating->units => 'rating',
            $this->minRatingCount !== null && ($group->ratingCounts[$i] ?? -1) < $this->minRatingCount => 'rating_count',
            $this->maxHandlingDays !== null && ($group->handlingDays[$i] ?? PHP_INT_MAX) > $this->maxHandlingDays => 'handling',
            $this->shipFrom !== null && ! in_array($group->shipFrom[$i] ?? null, $this->shipFrom, true) => 'ship_from',
            default => null,
        };
    }

    /** @param  list<string>|null  $wanted */
    private function accepts(?array $wanted, string $offered, string $own): bool
    {
        return $wanted === null || in_array($offered, $wanted === [] ? [$own] : $wanted, true);
    }

    private function isStale(?int $seenAt, int $now): bool
    {
        return $seenAt === null || $now - $seenAt > (int) $this->maxAgeMinutes * self::MICROSECONDS_A_MINUTE;
    }
}
