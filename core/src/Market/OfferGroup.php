<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use function array_intersect_key;
use function array_map;
use function array_values;
use function count;

/**
 * Offers that differ only in seller, price and what is said of the seller, field by field: each list has the fields of one kind in the order of
 * the offers, and is null where nothing is known of any of them.
 */
final readonly class OfferGroup
{
    /** What they have in common, as one text. */
    public string $terms;

    /**
     * @param  list<string>  $sellers
     * @param  non-empty-list<int>  $prices  without shipping, in minor units
     * @param  non-empty-list<int>  $landed  with shipping
     * @param  list<bool|null>|null  $buyBoxes
     * @param  list<\Wrasse\Core\Money\Percent|null>|null  $ratings
     * @param  list<int|null>|null  $ratingCounts
     * @param  list<int|null>|null  $handlingDays
     * @param  list<string|null>|null  $shipFrom  ISO 3166-1 alpha-2
     * @param  list<int|null>|null  $seenAt  microseconds since 1970
     */
    public function __construct(
        public array $sellers,
        public array $prices,
        public array $landed,
        public ?array $buyBoxes = null,
        public ?array $ratings = null,
        public ?array $ratingCounts = null,
        public ?array $handlingDays = null,
        public ?array $shipFrom = null,
        public ?array $seenAt = null,
        public string $source = 'marketplace',
        public string $condition = 'new',
        public string $fulfilment = 'merchant',
        public bool $inStock = true,
        public bool $marketplaceRetail = false,
    ) {
        $this->terms = self::terms($source, $condition, $fulfilment, $inStock, $marketplaceRetail);
    }

    /** Offers with the same text have the same terms. */
    public static function terms(string $source, string $condition, string $fulfilment, bool $inStock, bool $marketplaceRetail): string
    {
        return "{$source}\0{$condition}\0{$fulfilment}\0{$inStock}\0{$marketplaceRetail}";
    }

    /** @param  non-empty-list<Offer>  $offers  with the same terms */
    public static function of(array $offers): self
    {
        $first = $offers[0];

        return new self(
            array_map(static fn (Offer $offer) => $offer->seller, $offers), array_map(static fn (Offer $offer) => $offer->price, $offers), array_map(static fn (Offer $offer) => $offer->landed, $offers),
            array_map(static fn (Offer $offer) => $offer->buyBox, $offers), array_map(static fn (Offer $offer) => $offer->rating, $offers), array_map(static fn (Offer $offer) => $offer->ratingCount, $offers),
            array_map(static fn (Offer $offer) => $offer->handlingDays, $offers), array_map(static fn (Offer $offer) => $offer->shipFrom, $offers), array_map(static fn (Offer $offer) => $offer->seenAt, $offers),
            $first->source, $first->condition, $first->fulfilment, $first->inStock, $first->marketplaceRetail,
        );
    }

    /**
     * Some of them, with what they are compared by; the rest has been looked at when it comes to that.
     *
     * @param  non-empty-array<int, mixed>  $places  by place
     */
    public function only(array $places): self
    {
        if (count($places) === count($this->prices)) {
            return $this;
        }

        return new self(
            self::some($this->sellers, $places), self::some($this->prices, $places), self::some($this->landed, $places), self::some($this->buyBoxes, $places),
            source: $this->source, condition: $this->condition, fulfilment: $this->fulfilment, inStock: $this->inStock, marketplaceRetail: $this->marketplaceRetail,
        );
    }

    /**
     * @template T
     *
     * @param  list<T>|null  $column
     * @param  non-empty-array<int, mixed>  $places
     * @return ($column is null ? null : non-empty-list<T>)
     */
    private static function some(?array $column, array $places): ?array
    {
        /** @var non-empty-list<T>|null */
        return $column === null ? null : array_values(array_intersect_key($column, $places));
    }

    /** @return non-empty-list<int> what they are compared by, in minor units */
    public function figures(Basis $basis): array
    {
        return $basis === Basis::Landed ? $this->landed : $this->prices;
    }
}
