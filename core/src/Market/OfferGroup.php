<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use function array_map;

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
     * @param  list<bool>|null  $buyBoxes
     * @param  list<int|null>|null  $ratings  in ten-thousandths of one percent
     * @param  list<int|null>|null  $ratingCounts
     * @param  list<int|null>|null  $handlingDays
     * @param  list<string|null>|null  $shipFrom  ISO 3166-1 alpha-2
     * @param  list<int|null>|int|null  $seenAt  microseconds since 1970; one figure where all were seen at once
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
        public array|int|null $seenAt = null,
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
            array_map(static fn (Offer $offer) => $offer->buyBox, $offers), array_map(static fn (Offer $offer) => $offer->rating?->units, $offers), array_map(static fn (Offer $offer) => $offer->ratingCount, $offers),
            array_map(static fn (Offer $offer) => $offer->handlingDays, $offers), array_map(static fn (Offer $offer) => $offer->shipFrom, $offers), array_map(static fn (Offer $offer) => $offer->seenAt, $offers),
            $first->source, $first->condition, $first->fulfilment, $first->inStock, $first->marketplaceRetail,
        );
    }

    /** @return non-empty-list<int> what they are compared by, in minor units */
    public function figures(Basis $basis): array
    {
        return $basis === Basis::Landed ? $this->landed : $this->prices;
    }
}
