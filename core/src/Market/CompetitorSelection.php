<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;

use function array_diff_key;
use function ksort;

/** How the field is made from the offers: filter, figure, handicaps, and at the end what is too cheap to be true. */
final readonly class CompetitorSelection
{
    /**
     * @param  list<Adjustment>  $adjustments  applied in order
     * @param  Percent|null  $ignoreBelow  figures below this part of the median do not count
     */
    public function __construct(
        private CompetitorFilter $filter = new CompetitorFilter(),
        public Basis $basis = Basis::Landed,
        private array $adjustments = [],
        private ?Percent $ignoreBelow = null,
    ) {
    }

    /** @param  int  $now  microseconds since 1970 */
    public function from(Offers $offers, Listing $listing, int $now): CompetitorSet
    {
        $groups = $figures = $dropped = [];
        foreach ($offers->groups as $group) {
            $counted = $group->figures($this->basis);
            $reasons = $this->filter->reasons($group, $listing, $now);
            if ($reasons !== []) {
                ksort($reasons);
                foreach ($reasons as $i => $why) {
                    $dropped[] = new Dropped($group, $i, $why);
                }
                $counted = array_diff_key($counted, $reasons);
            }
            if ($counted !== []) {
                $groups[] = $group;
                $figures[] = $this->adjustments === [] ? $counted : $this->adjust($group, $counted);
            }
        }
        $field = new CompetitorSet($this->basis, $groups, $figures, $dropped);

        return $this->ignoreBelow === null ? $field : $field->withoutBelow($this->ignoreBelow);
    }

    /**
     * @param  non-empty-array<int, int>  $figures  by place in the group
     * @return non-empty-array<int, int>
     */
    private function adjust(OfferGroup $group, array $figures): array
    {
        foreach ($figures as $i => $figure) {
            foreach ($this->adjustments as $adjustment) {
                if ($adjustment->fits($group->sellers[$i], $group->fulfilment)) {
                    $figure = $adjustment->of($figure);
                }
            }
            $figures[$i] = $figure;
        }

        return $figures;
    }
}
