<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** Offers that differ only in seller and price, with their figures side by side. */
final class OfferGroup
{
    /** What they have in common. */
    public readonly string $terms;

    /** @var non-empty-list<Offer> */
    public array $offers;

    /** @var non-empty-list<int> prices with shipping, in the order of the offers */
    public array $landed;

    /** @var non-empty-list<int> prices without shipping */
    public array $prices;

    /** @var array<string, true> */
    public array $sellers = [];

    public function __construct(Offer $first)
    {
        $this->terms = $first->terms;
        $this->add($first);
    }

    public function add(Offer $offer): void
    {
        $this->offers[] = $offer;
        $this->landed[] = $offer->landed;
        $this->prices[] = $offer->price;
        $this->sellers[$offer->seller] = true;
    }
}
