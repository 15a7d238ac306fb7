<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

use function array_map;

/** How the field is made from the offers: filter, figure, handicaps, and at the end what is too cheap to be true. */
final readonly class FieldSelection
{
    /**
     * @param  list<Adjustment>  $adjustments  applied in order
     * @param  Percent|null  $ignoreBelow  figures below this part of the median do not count
     */
    public function __construct(
        private FieldFilter $filter = new FieldFilter,
        public Basis $basis = Basis::Landed,
        private array $adjustments = [],
        private ?Percent $ignoreBelow = null,
    ) {
    }

    /** @param  int  $now  microseconds since 1970 */
    public function from(Offers $offers, Listing $listing, int $now): Field
    {
        $isLanded = $this->basis === Basis::Landed;
        $counted = $figures = $dropped = [];
        foreach ($offers->groups as $group) {
            if ($this->filter->acceptsAllOf($group, $listing)) {
                $counted[] = $group->offers;
                $figures[] = $isLanded ? $group->landed : $group->prices;

                continue;
            }
            $some = $their = [];
            $isAccepted = $this->filter->acceptsTermsOf($group, $listing);
            foreach ($group->offers as $offer) {
                $why = $isAccepted ? $this->filter->reasonBesidesTerms($offer, $listing, $now) : $this->filter->reasonToDrop($offer, $listing, $now);
                if ($why !== null) {
                    $dropped[] = new Dropped($offer->seller, $why);
                } else {
                    $some[] = $offer;
                    $their[] = $isLanded ? $offer->landed : $offer->price;
                }
            }
            if ($some !== [] && $their !== []) {
                $counted[] = $some;
                $figures[] = $their;
            }
        }
        if ($this->adjustments !== []) {
            $figures = array_map($this->adjust(...), $counted, $figures);
        }
        $field = new Field($this->basis, $counted, $figures, $dropped);

        return $this->ignoreBelow === null ? $field : $field->withoutBelow($this->ignoreBelow);
    }

    /**
     * @param  non-empty-list<Offer>  $offers
     * @param  non-empty-list<int>  $figures
     * @return non-empty-list<int>
     */
    private function adjust(array $offers, array $figures): array
    {
        return array_map(function (Offer $offer, int $figure): int {
            foreach ($this->adjustments as $adjustment) {
                if ($adjustment->fits($offer)) {
                    $figure = $adjustment->of($figure);
                }
            }

            return $figure;
        }, $offers, $figures);
    }
}
