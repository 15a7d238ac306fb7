<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Closure;
use Wrasse\Core\Money\Basis;

use function array_map;

/**
 * Offers that differ only in seller, price and what is said of the seller, field by field: each list has the fields of
 * one kind in the order of the offers, and is null where nothing is known of any of them.
 *
 * @phpstan-type Seldom array{list<int|null>|null, list<int|null>|null, list<string|null>|null}
 */
final class OfferGroup
{
    /** What they have in common, as one text. */
    public readonly string $terms;

    /**
     * @param  list<string>  $sellers
     * @param  non-empty-list<int>  $prices  without shipping, in minor units
     * @param  non-empty-list<int>  $landed  with shipping
     * @param  list<bool>|null  $buyBoxes
     * @param  list<int|null>|null  $ratings  in ten-thousandths of one percent
     * @param  Seldom|Closure(): Seldom  $seldom  numbers of ratings, days of handling, countries by ISO 3166-1 alpha-2;
     *     or how to come by them
     * @param  list<int|null>|int|null  $seenAt  microseconds since 1970; one figure where all were seen at once
     */
    public function __construct(
        public readonly array $sellers,
        public readonly array $prices,
        public readonly array $landed,
        public readonly ?array $buyBoxes = null,
        public readonly ?array $ratings = null,
        private array|Closure $seldom = [null, null, null],
        public readonly array|int|null $seenAt = null,
        public readonly string $source = 'marketplace',
        public readonly string $condition = 'new',
        public readonly string $fulfilment = 'merchant',
        public readonly bool $inStock = true,
        public readonly bool $marketplaceRetail = false,
    ) {
        $this->terms = self::terms($source, $condition, $fulfilment, $inStock, $marketplaceRetail);
    }

    /** Offers with the same text have the same terms. */
    public static function terms(
        string $source,
        string $condition,
        string $fulfilment,
        bool $inStock,
        bool $marketplaceRetail,
    ): string {
        return "{$source}\0{$condition}\0{$fulfilment}\0{$inStock}\0{$marketplaceRetail}";
    }

    /** @param  non-empty-list<Offer>  $offers  with the same terms */
    public static function of(array $offers): self
    {
        $first = $offers[0];

        return new self(
            array_map(static fn (Offer $offer) => $offer->seller, $offers),
            array_map(static fn (Offer $offer) => $offer->price, $offers),
            array_map(static fn (Offer $offer) => $offer->landed, $offers),
            array_map(static fn (Offer $offer) => $offer->buyBox, $offers),
            array_map(static fn (Offer $offer) => $offer->rating?->units, $offers),
            [
                array_map(static fn (Offer $offer) => $offer->ratingCount, $offers),
                array_map(static fn (Offer $offer) => $offer->handlingDays, $offers),
                array_map(static fn (Offer $offer) => $offer->shipFrom, $offers),
            ],
            array_map(static fn (Offer $offer) => $offer->seenAt, $offers),
            $first->source,
            $first->condition,
            $first->fulfilment,
            $first->inStock,
            $first->marketplaceRetail,
        );
    }

    /** @return list<int|null>|null */
    public function ratingCounts(): ?array
    {
        return $this->seldom()[0];
    }

    /** @return list<int|null>|null */
    public function handlingDays(): ?array
    {
        return $this->seldom()[1];
    }

    /** @return list<string|null>|null */
    public function shipFrom(): ?array
    {
        return $this->seldom()[2];
    }

    /** @return Seldom what few rules ask for */
    private function seldom(): array
    {
        return $this->seldom = $this->seldom instanceof Closure ? ($this->seldom)() : $this->seldom;
    }

    /** @return non-empty-list<int> what they are compared by, in minor units */
    public function figures(Basis $basis): array
    {
        return $basis === Basis::Landed ? $this->landed : $this->prices;
    }
}
