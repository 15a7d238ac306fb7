<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use function array_map;
use function array_values;
use function count;

/**
 * The offers on a listing, those with the same terms together: whether they count is mostly settled once for all of
 * them.
 */
final readonly class Offers
{
    public int $count;

    /** @param  list<OfferGroup>  $groups */
    public function __construct(public array $groups)
    {
        $count = 0;
        foreach ($groups as $group) {
            $count += count($group->prices);
        }
        $this->count = $count;
    }

    /** @param  list<Offer>  $offers */
    public static function of(array $offers): self
    {
        $alike = [];
        foreach ($offers as $offer) {
            $alike[
                OfferGroup::terms(
                    $offer->source,
                    $offer->condition,
                    $offer->fulfilment,
                    $offer->inStock,
                    $offer->marketplaceRetail,
                )
            ][] = $offer;
        }

        return new self(array_map(OfferGroup::of(...), array_values($alike)));
    }
}
