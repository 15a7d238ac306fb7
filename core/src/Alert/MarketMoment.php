<?php

declare(strict_types=1);

namespace Wrasse\Core\Alert;

use function array_filter;
use function count;

/**
 * A listing and its market at one moment, as far as alerts look at it. Amounts are in minor units of one currency and
 * contain shipping: ours where it is our price, floor, cost and the like.
 */
final readonly class MarketMoment
{
    private const STATES_OF_PAGES = ['reading_doubtful', 'reading_failing'];

    /** @var array<string, SeenOffer> by seller, those that can be compared */
    public array $offers;

    /**
     * @param  int  $at  seconds since 1970
     * @param  array<string, int>  $figures  what prices are held against: floor, ceiling, cost, map, rrp, ours_elsewhere, as far as they are known
     * @param  list<SeenOffer>  $offers
     * @param  bool|null  $holdsBuyBox  null: there is none
     * @param  array<string, int>  $states  what the listing is, as ListingStands names it, and since when, in seconds since 1970; of the
     *     pages of one seller alone as stateOf() names it
     */
    public function __construct(
        public int $at,
        public int $ours,
        public array $figures,
        array $offers,
        public ?bool $holdsBuyBox,
        public array $states = [],
    ) {
        $bySeller = [];
        foreach ($offers as $offer) {
            $known = $bySeller[$offer->seller] ?? null;
            // Of several of one seller the lowest that can be bought.
            if ($known === null || $offer->isInStock > $known->isInStock || $offer->isInStock === $known->isInStock && $offer->landed < $known->landed) {
                $bySeller[$offer->seller] = $offer;
            }
        }
        $this->offers = $bySeller;
    }

    /** As if there were no other rival, and no page of any other; the listing stays what it is. */
    public function withOnly(string $seller): self
    {
        $offer = $this->offers[$seller] ?? null;
        $states = $this->states;
        foreach (self::STATES_OF_PAGES as $state) {
            unset($states[$state]);
            if (isset($this->states[self::stateOf($state, $seller)])) {
                $states[$state] = $this->states[self::stateOf($state, $seller)];
            }
        }

        return new self($this->at, $this->ours, $this->figures, $offer === null ? [] : [$offer], $this->holdsBuyBox, $states);
    }

    /** By which a state of the pages of one seller stands among the states. */
    public static function stateOf(string $state, string $seller): string
    {
        return "{$state}@{$seller}";
    }

    /** The lowest that can be bought. */
    public function lowest(): ?SeenOffer
    {
        $lowest = null;
        foreach ($this->inStock() as $offer) {
            $lowest = $lowest === null || $offer->landed < $lowest->landed ? $offer : $lowest;
        }

        return $lowest;
    }

    /** From 1; equal prices share the better one. */
    public function rank(): int
    {
        return 1 + count(array_filter($this->inStock(), fn (SeenOffer $offer): bool => $offer->landed < $this->ours));
    }

    /** @return array<string, SeenOffer> */
    public function inStock(): array
    {
        return array_filter($this->offers, fn (SeenOffer $offer): bool => $offer->isInStock);
    }
}
