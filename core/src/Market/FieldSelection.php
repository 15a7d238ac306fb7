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

    /** @param  int  $now  microseconds since 1970 */
    public function from(Offers $offers, Listing $listing, int $now): Field
    {
        $counted = $figures = $dropped = [];
        foreach ($offers->groups as $group) {
            $group = $this->filter->acceptsAllOf($group, $listing) ? $group : $this->pick($group, $listing, $now, $dropped);
            if ($group !== null) {
                $counted[] = $group;
                $figures[] = $this->adjustments === [] ? $group->figures($this->basis) : $this->adjust($group);
            }
        }
        $field = new Field($this->basis, $counted, $figures, $dropped);

        return $this->ignoreBelow === null ? $field : $field->withoutBelow($this->ignoreBelow);
    }

    /**
     * Those of a group that count.
     *
     * @param  list<Dropped>  $dropped  the others are added there
     */
    private function pick(OfferGroup $group, Listing $listing, int $now, array &$dropped): ?OfferGroup
    {
        $picked = [];
        $isAccepted = $this->filter->acceptsTermsOf($group, $listing);
        foreach ($group->sellers as $i => $seller) {
            $why = $isAccepted ? $this->filter->reasonBesidesTerms($group, $i, $listing, $now) : $this->filter->reasonToDrop($group, $i, $listing, $now);
            if ($why !== null) {
                $dropped[] = new Dropped($seller, $why);
            } else {
                $picked[$i] = true;
            }
        }

        return $picked === [] ? null : $group->only($picked);
    }

    /** @return non-empty-list<int> */
    private function adjust(OfferGroup $group): array
    {
        $adjusted = [];
        foreach ($group->figures($this->basis) as $i => $figure) {
            foreach ($this->adjustments as $adjustment) {
                if ($adjustment->fits($group->sellers[$i], $group->fulfilment)) {
                    $figure = $adjustment->of($figure);
                }
            }
            $adjusted[] = $figure;
        }

        return $adjusted;
    }
}
