<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

use function array_fill;
use function array_key_exists;
use function array_keys;
use function count;
use function in_array;
use function is_int;

/** Says which offers count, and for the others the first reason why not. Null = not asked for. */
final class CompetitorFilter
{
    private const MICROSECONDS_A_MINUTE = 60_000_000;

    private const MOST_REMEMBERED = 500;

    /** Whether two offers with the same terms, of sellers that count, always fare alike. */
    private readonly bool $looksOnlyAtTerms;

    /** @var array<string, DropReason|null> why offers with these terms do not count for listings with those */
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
        $this->looksOnlyAtTerms =
            $minRating === null &&
            $minRatingCount === null &&
            $maxHandlingDays === null &&
            $shipFrom === null &&
            $maxAgeMinutes === null;
    }

    /**
     * Which offers of a group do not count. What the offers have in common is settled for all of them, and the same few
     * combinations come again and again; what differs is looked at field by field.
     *
     * @param  int  $now  microseconds since 1970
     * @return array<int, DropReason> the first reason, by place in the group
     */
    public function reasons(OfferGroup $group, Listing $listing, int $now): array
    {
        $ofTerms = $this->ofTerms($group, $listing);
        // From the last reason to the first: an earlier one takes the place of a later.
        $reasons = match (true) {
            $ofTerms !== null => array_fill(0, count($group->sellers), $ofTerms),
            $this->looksOnlyAtTerms => [],
            default => $this->ofTheirOwn($group, $now),
        };
        if ($ofTerms !== DropReason::Source) {
            $reasons = $this->ofSellers($group->sellers, $reasons);
        }
        foreach (array_keys($group->sellers, $listing->seller, true) as $i) {
            $reasons[$i] = DropReason::OwnOffer;
        }

        return $reasons;
    }

    private function ofTerms(OfferGroup $group, Listing $listing): ?DropReason
    {
        $key = $group->terms.$listing->terms;
        if (! array_key_exists($key, $this->remembered)) {
            $this->remembered = count($this->remembered) < self::MOST_REMEMBERED ? $this->remembered : [];
            $this->remembered[$key] = match (true) {
                ! in_array($group->source, $this->sources, true) => DropReason::Source,
                $this->excludeMarketplaceRetail && $group->marketplaceRetail => DropReason::MarketplaceRetail,
                ! $this->accepts($this->conditions, $group->condition, $listing->condition) => DropReason::Condition,
                ! $this->accepts($this->fulfilments, $group->fulfilment, $listing->fulfilment) => DropReason::Fulfilment,
                $this->inStockOnly && ! $group->inStock => DropReason::OutOfStock,
                default => null,
            };
        }

        return $this->remembered[$key];
    }

    /**
     * @param  list<string>  $sellers
     * @param  array<int, DropReason>  $reasons
     * @return array<int, DropReason>
     */
    private function ofSellers(array $sellers, array $reasons): array
    {
        if ($this->onlySellers === null && $this->excludeSellers === []) {
            return $reasons;
        }
        foreach ($sellers as $i => $seller) {
            if (in_array($seller, $this->excludeSellers, true)) {
                $reasons[$i] = DropReason::ExcludedSeller;
            } elseif ($this->onlySellers !== null && ! in_array($seller, $this->onlySellers, true)) {
                $reasons[$i] = DropReason::NotInList;
            }
        }

        return $reasons;
    }

    /** @return array<int, DropReason> */
    private function ofTheirOwn(OfferGroup $group, int $now): array
    {
        $unknown = array_fill(0, count($group->sellers), null);
        $reasons = [];
        if ($this->shipFrom !== null) {
            foreach ($group->shipFrom() ?? $unknown as $i => $from) {
                if (! in_array($from, $this->shipFrom, true)) {
                    $reasons[$i] = DropReason::ShipFrom;
                }
            }
        }
        if ($this->maxHandlingDays !== null) {
            foreach ($group->handlingDays() ?? $unknown as $i => $days) {
                if ($days === null || $days > $this->maxHandlingDays) {
                    $reasons[$i] = DropReason::Handling;
                }
            }
        }
        if ($this->minRatingCount !== null) {
            foreach ($group->ratingCounts() ?? $unknown as $i => $count) {
                if ($count === null || $count < $this->minRatingCount) {
                    $reasons[$i] = DropReason::RatingCount;
                }
            }
        }
        if ($this->minRating !== null) {
            $least = $this->minRating->units;
            foreach ($group->ratings ?? $unknown as $i => $rating) {
                if ($rating === null || $rating < $least) {
                    $reasons[$i] = DropReason::Rating;
                }
            }
        }
        if ($this->maxAgeMinutes !== null) {
            $since = $now - $this->maxAgeMinutes * self::MICROSECONDS_A_MINUTE;
            foreach (
                is_int($group->seenAt) ? array_fill(0, count($unknown), $group->seenAt) : $group->seenAt ?? $unknown as $i => $seenAt
            ) {
                if ($seenAt === null || $seenAt < $since) {
                    $reasons[$i] = DropReason::Stale;
                }
            }
        }

        return $reasons;
    }

    /** @param  list<string>|null  $wanted */
    private function accepts(?array $wanted, string $offered, string $own): bool
    {
        return $wanted === null || in_array($offered, $wanted === [] ? [$own] : $wanted, true);
    }
}
