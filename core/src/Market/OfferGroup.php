<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** Offers that differ only in seller and price, with their figures side by side. */
final readonly class OfferGroup
{
    /**
     * @param  string  $terms  what they have in common
     * @param  non-empty-list<Offer>  $offers
     * @param  non-empty-list<int>  $landed  prices with shipping, in the order of the offers
     * @param  non-empty-list<int>  $prices  prices without shipping
     * @param  array<string, true>  $sellers
     */
    public function __construct(public string $terms, public array $offers, public array $landed, public array $prices, public array $sellers)
    {
    }
}
