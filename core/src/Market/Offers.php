<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use function array_values;
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
        $groups = [];
        foreach ($offers as $offer) {
            if (isset($groups[$offer->terms])) {
                $groups[$offer->terms]->add($offer);
            } else {
                $groups[$offer->terms] = new OfferGroup($offer);
            }
        }
        $this->count = count($offers);
        $this->groups = array_values($groups);
    }
}
