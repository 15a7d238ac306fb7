<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use function count;

/** The offers on a listing, those with the same terms together: whether they count is mostly settled once for all of them. */
final readonly class Offers
{
    public int $count;

    /** @var list<OfferGroup> */
    public array $groups;

    /** @param  list<Offer>  $offers */
    public function __construct(array $offers)
    {
        $alike = $landed = $prices = $sellers = [];
        foreach ($offers as $offer) {
            $terms = $offer->terms;
            $alike[$terms][] = $offer;
            $landed[$terms][] = $offer->landed;
            $prices[$terms][] = $offer->price;
            $sellers[$terms][$offer->seller] = true;
        }
        $groups = [];
        foreach ($alike as $terms => $of) {
            $groups[] = new OfferGroup((string) $terms, $of, $landed[$terms], $prices[$terms], $sellers[$terms]);
        }
        $this->count = count($offers);
        $this->groups = $groups;
    }
}
