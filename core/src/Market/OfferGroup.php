<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Closure;

/** Offers that differ only in seller and price, with their figures side by side. What else is in them is mostly not asked for, and may be read late. */
final class OfferGroup
{
    /**
     * @param  string  $terms  what they have in common, as Offer has it
     * @param  non-empty-list<int>  $landed  prices with shipping, in minor units
     * @param  non-empty-list<int>  $prices  prices without shipping, in the same order
     * @param  array<string, true>  $sellers
     * @param  non-empty-list<Offer>|Closure(): non-empty-list<Offer>  $offers  in the same order
     */
    public function __construct(public readonly string $terms, public readonly array $landed, public readonly array $prices, public readonly array $sellers, private array|Closure $offers)
    {
    }

    /** @param  non-empty-list<Offer>  $offers  with these terms */
    public static function of(array $offers, string $terms): self
    {
        $landed = $prices = $sellers = [];
        foreach ($offers as $offer) {
            $landed[] = $offer->landed;
            $prices[] = $offer->price;
            $sellers[$offer->seller] = true;
        }

        return new self($terms, $landed, $prices, $sellers, $offers);
    }

    /** @return non-empty-list<Offer> */
    public function offers(): array
    {
        return $this->offers instanceof Closure ? $this->offers = ($this->offers)() : $this->offers;
    }

    /** @return non-empty-list<int> what they are compared by, in minor units */
    public function figures(Basis $basis): array
    {
        return $basis === Basis::Landed ? $this->landed : $this->prices;
    }
}
