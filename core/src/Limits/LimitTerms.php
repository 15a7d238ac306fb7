<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Trail\Reason;

/** The floor and ceiling terms of a listing. The floor is the highest of its terms, the ceiling the lowest of its. */
final readonly class LimitTerms
{
    private bool $floorNeedsCost;

    private bool $ceilingNeedsCost;

    private bool $lacksAmount;

    /**
     * @param  list<FloorTerm>  $floor
     * @param  list<CeilingTerm>  $ceiling
     */
    public function __construct(public array $floor, public array $ceiling)
    {
        $this->floorNeedsCost = self::needCost($floor);
        $this->ceilingNeedsCost = self::needCost($ceiling);
        $this->lacksAmount = array_filter([...$floor, ...$ceiling], fn (Term $term) => $term instanceof MissingAmount) !== [];
    }

    /** @param  bool  $ruleNeedsCost  whether the rule cannot work without a cost either */
    public function solve(Listing $listing, CompetitorSet $field, bool $ruleNeedsCost = false): Limits
    {
        $hasCost = $listing->earnings->totalCost !== null;
        $floor = $ceiling = $floorTerm = $ceilingTerm = null;
        $conditions = [];
        foreach ($hasCost || ! $this->floorNeedsCost ? $this->floor : [] as $term) {
            if ($term instanceof EarningsFloor) {
                $conditions[] = $condition = $term->conditionFor($listing);
                $price = SmallestPrice::from(1, $listing->earnings, $condition);
            } else {
                $price = $term->smallest($listing, $field);
            }
            if ($price !== null && ($floor === null || $price > $floor)) {
                $floor = $price;
                $floorTerm = $term;
            }
        }
        foreach ($hasCost || ! $this->ceilingNeedsCost ? $this->ceiling : [] as $term) {
            $price = $term->largest($listing, $field);
            if ($price !== null && ($ceiling === null || $price < $ceiling)) {
                $ceiling = $price;
                $ceilingTerm = $term;
            }
        }
        $isUnreachable = $floor === SmallestPrice::NONE;
        $problem = match (true) {
            $this->lacksAmount => Reason::AmountMissing,
            ! $hasCost && ($ruleNeedsCost || $this->floorNeedsCost || $this->ceilingNeedsCost) => $listing->earnings->isRateMissing ? Reason::RateMissing : Reason::CostMissing,
            $isUnreachable => Reason::FloorUnreachable,
            $floor === null => Reason::FloorMissing,
            $ceiling === null => Reason::CeilingMissing,
            $floor > $ceiling => Reason::LimitsConflict,
            default => null,
        };

        return new Limits($isUnreachable ? null : $floor, $ceiling, $problem, $floorTerm, $ceilingTerm, $conditions);
    }

    /**
     * @param  Limits  $limits  what they were solved to
     * @return list<TermFigure> every term with what it comes to by itself, floors first
     */
    public function figures(Listing $listing, CompetitorSet $field, Limits $limits): array
    {
        $hasCost = $listing->earnings->totalCost !== null;
        $figures = [];
        foreach ($this->floor as $term) {
            $price = $hasCost || ! $term->needsCost() ? $term->smallest($listing, $field) : null;
            $price = $price === SmallestPrice::NONE ? null : $price;
            $figures[] = new TermFigure(
                'floor',
                $term->says($listing),
                $price,
                $price !== null && $limits->binds($term),
            );
        }
        foreach ($this->ceiling as $term) {
            $price = $hasCost || ! $term->needsCost() ? $term->largest($listing, $field) : null;
            $figures[] = new TermFigure('ceiling', $term->says($listing), $price, $limits->binds($term));
        }

        return $figures;
    }

    /** @param  list<Term>  $terms */
    private static function needCost(array $terms): bool
    {
        foreach ($terms as $term) {
            if ($term->needsCost()) {
                return true;
            }
        }

        return false;
    }
}
