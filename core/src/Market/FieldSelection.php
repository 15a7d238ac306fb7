<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

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

    /**
     * @param  list<Offer>  $offers
     * @param  int  $now  microseconds since 1970
     */
    public function from(array $offers, Listing $listing, int $now): Field
    {
        $isLanded = $this->basis === Basis::Landed;
        $known = $figures = $dropped = [];
        foreach ($offers as $i => $offer) {
            // Most offers differ from one seen before only in seller and price.
            if (! isset($known[$offer->terms]) || $offer->seller === $listing->seller) {
                $why = $this->filter->reasonToDrop($offer, $listing, $now);
                if ($why !== null) {
                    $dropped[] = new Dropped($offer->seller, $why);

                    continue;
                }
                if ($this->filter->looksOnlyAtTerms) {
                    $known[$offer->terms] = true;
                }
            }
            $figures[$i] = $isLanded ? $offer->landed : $offer->price;
        }
        if ($this->adjustments !== []) {
            $figures = $this->adjust($offers, $figures);
        }
        $field = new Field($this->basis, $offers, $figures, $dropped);

        return $this->ignoreBelow === null ? $field : $field->withoutBelow($this->ignoreBelow);
    }

    /**
     * @param  list<Offer>  $offers
     * @param  array<int, int>  $figures
     * @return array<int, int>
     */
    private function adjust(array $offers, array $figures): array
    {
        foreach ($figures as $i => $figure) {
            foreach ($this->adjustments as $adjustment) {
                if ($adjustment->fits($offers[$i])) {
                    $figure = $adjustment->of($figure);
                }
            }
            $figures[$i] = $figure;
        }

        return $figures;
    }
}
