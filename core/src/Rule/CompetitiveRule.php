<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\LowestReference;
use Wrasse\Core\Market\Reference;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

use function max;
use function ucfirst;

/** Stands at, below or above a figure of the market. Amounts in minor units. */
final readonly class CompetitiveRule implements RuleKind
{
    public function __construct(
        private Reference $reference,
        private Position $position,
        private CompetitorSelection $selection = new CompetitorSelection(),
        private NoRivals $noRivals = NoRivals::Hold,
        private HoldingBuyBox $holdingBuyBox = HoldingBuyBox::Ignore,
    ) {
    }

    public function selection(): CompetitorSelection
    {
        return $this->selection;
    }

    public function needsCost(): bool
    {
        return false;
    }

    public function daysOfSales(): int
    {
        return 0;
    }

    public function aim(Listing $listing, CompetitorSet $field, Limits $limits, int $now, ?Trail $trail): Aim
    {
        if ($listing->holdsBuyBox && $this->holdingBuyBox === HoldingBuyBox::Keep) {
            $trail?->add('buy_box', 'You hold the buy box; the rule says to leave the price then');

            return Aim::keep(Reason::HoldingBuyBox);
        }
        $raises = $listing->holdsBuyBox && $this->holdingBuyBox === HoldingBuyBox::Raise;
        $trail?->add(
            'buy_box',
            match (true) {
                $raises => 'You hold the buy box; look at the lowest offer and do not go down',
                $listing->holdsBuyBox => 'You hold the buy box; it makes no difference to this rule',
                default => 'You do not hold the buy box',
            },
        );
        $reference = $raises ? new LowestReference() : $this->reference;
        $figure = $reference->figure($field, $listing);
        if ($figure === null) {
            return $this->withoutRivals($listing, $limits, $trail);
        }
        $trail?->add('reference', fn () => ucfirst($reference->says($field, $listing)).", {$field->basis->says()}", [
            'reference' => $figure,
        ]);

        return $this->positioned($figure, $raises, $listing, $field, $trail);
    }

    /** The first rival above the one aimed at beside which the target is not below the floor. */
    public function nextRival(
        int $reference,
        Listing $listing,
        CompetitorSet $field,
        Limits $limits,
        ?Trail $trail,
    ): Aim {
        foreach ($field->above($reference) as $figure) {
            $target = max(1, $this->target($figure, $listing, $field));
            if ($limits->floor !== null && $target >= $limits->floor) {
                $trail?->add('next_rival', 'That is under the floor; beside the next rival up it is not', [
                    'reference' => $figure,
                    'price' => $target,
                ]);

                return Aim::at($target, Reason::NextRival, $figure);
            }
        }
        $trail?->add('next_rival', 'That is under the floor, and so it is beside every rival further up');

        return $this->withoutRivals($listing, $limits, $trail);
    }

    private function positioned(int $figure, bool $raises, Listing $listing, CompetitorSet $field, ?Trail $trail): Aim
    {
        $target = $this->target($figure, $listing, $field);
        $stays = $raises && $target < $listing->price;
        $aim = Aim::at($stays ? $listing->price : $target, Reason::Positioned, $figure);
        $trail?->add(
            'position',
            fn () => ucfirst($this->position->says($listing->currency)).
                ' that'.
                ($stays ? ' would be lower than now; stay' : ''),
            ['target' => (int) $aim->target],
        );

        return $aim;
    }

    private function target(int $figure, Listing $listing, CompetitorSet $field): int
    {
        return $field->basis->itemPrice($this->position->from($figure), $listing->earnings->shipping);
    }

    private function withoutRivals(Listing $listing, Limits $limits, ?Trail $trail): Aim
    {
        $target = match ($this->noRivals) {
            NoRivals::Hold => null,
            NoRivals::Ceiling => $limits->ceiling,
            NoRivals::ListPrice => $listing->listPrice,
        };
        if ($target === null) {
            $trail?->add('no_rivals', 'Nobody is left to compare with; the price stays');

            return Aim::keep(Reason::NoRivals);
        }
        $where = $this->noRivals === NoRivals::Ceiling ? 'ceiling' : 'list price';
        $trail?->add('no_rivals', "Nobody is left to compare with; go to the {$where}", ['target' => $target]);

        return Aim::at($target, Reason::NoRivals);
    }
}
