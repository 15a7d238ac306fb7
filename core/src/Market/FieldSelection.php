<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

use function array_diff_key;
use function ksort;

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
            $reasons = $this->filter->reasons($group, $listing, $now);
            if ($reasons !== []) {
                $group = $this->without($group, $reasons, $dropped);
            }
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
     * @param  non-empty-array<int, string>  $reasons  why the others do not
     * @param  list<Dropped>  $dropped  they are added there
     */
    private function without(OfferGroup $group, array $reasons, array &$dropped): ?OfferGroup
    {
        ksort($reasons);
        foreach ($reasons as $i => $why) {
            $dropped[] = new Dropped($group->sellers[$i], $why);
        }
        $rest = array_diff_key($group->sellers, $reasons);

        return $rest === [] ? null : $group->only($rest);
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
