<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\EarningsCondition;
use Wrasse\Core\Profit\SmallestPrice;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

use function max;

/**
 * Prices from the supplier's cost. A tier runs to one minor unit below the next; the first starts at 0, the last is
 * open.
 */
final readonly class MarkupRule implements RuleKind
{
    /** @param  non-empty-list<MarkupTier>  $tiers  rising, the first from 0 */
    public function __construct(private array $tiers, private ?int $minProfit = null)
    {
    }

    public function selection(): CompetitorSelection
    {
        return new CompetitorSelection();
    }

    public function needsCost(): bool
    {
        return true;
    }

    public function daysOfSales(): int
    {
        return 0;
    }

    public function aim(Listing $listing, CompetitorSet $field, Limits $limits, int $now, ?Trail $trail): Aim
    {
        $earnings = $listing->earnings;
        $cost = $earnings->unitCost ?? (int) $earnings->totalCost;
        $price = $this->onCost($cost);
        $trail?->add('markup', Phrase::CostWithMarkup, ['cost' => $cost, 'price' => $price]);
        if ($this->minProfit !== null) {
            $enough = $this->enough($price, $earnings);
            if ($enough === SmallestPrice::NONE) {
                $trail?->add('min_profit', Phrase::NoPriceEarnsThat, ['profit' => $this->minProfit]);

                return Aim::block(Reason::NoValidPrice);
            }
            $trail?->add('min_profit', $enough === $price ? Phrase::EarnsEnough : Phrase::UpToEnough, [
                'profit' => $this->minProfit,
                'price' => $enough,
            ]);
            $price = $enough;
        }

        return Aim::at($price, Reason::Markup);
    }

    /** The cost with the markup of its tier, at least one minor unit. */
    public function onCost(int $cost): int
    {
        return max(1, $this->tier($cost)->on($cost));
    }

    /** The smallest price from there up that earns the least profit wanted; SmallestPrice::NONE if there is none. */
    public function enough(int $price, Earnings $earnings): int
    {
        return $this->minProfit === null
            ? $price
            : SmallestPrice::from(
                $price,
                $earnings,
                EarningsCondition::profit($this->minProfit, (int) $earnings->totalCost),
            );
    }

    private function tier(int $cost): MarkupTier
    {
        $fitting = $this->tiers[0];
        foreach ($this->tiers as $tier) {
            if ($tier->from <= $cost) {
                $fitting = $tier;
            }
        }

        return $fitting;
    }
}
