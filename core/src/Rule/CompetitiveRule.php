<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Market\CompetitorSelection;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\LowestReference;
use Wrasse\Core\Market\Reference;
use Wrasse\Core\Trail\Phrase;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Trail;

use function max;

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
            $trail?->add('buy_box', Phrase::BuyBoxKeeps);

            return Aim::keep(Reason::HoldingBuyBox);
        }
        $raises = $listing->holdsBuyBox && $this->holdingBuyBox === HoldingBuyBox::Raise;
        $trail?->add(
            'buy_box',
            match (true) {
                $raises => Phrase::BuyBoxRaises,
                $listing->holdsBuyBox => Phrase::BuyBoxNoMatter,
                default => Phrase::NoBuyBox,
            },
        );
        $reference = $raises ? new LowestReference() : $this->reference;
        $figure = $reference->figure($field, $listing);
        if ($figure === null) {
            return $this->withoutRivals($listing, $limits, $trail);
        }
        $trail?->add(
            'reference',
            Phrase::ComparedWith->with([
                'reference' => $reference->says($field, $listing),
                'basis' => $field->basis->says(),
            ]),
            ['reference' => $figure],
        );

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
                $trail?->add('next_rival', Phrase::NextRival, [
                    'reference' => $figure,
                    'price' => $target,
                ]);

                return Aim::at($target, Reason::NextRival, $figure);
            }
        }
        $trail?->add('next_rival', Phrase::NoNextRival);

        return $this->withoutRivals($listing, $limits, $trail);
    }

    private function positioned(int $figure, bool $raises, Listing $listing, CompetitorSet $field, ?Trail $trail): Aim
    {
        $target = $this->target($figure, $listing, $field);
        $stays = $raises && $target < $listing->price;
        $aim = Aim::at($stays ? $listing->price : $target, Reason::Positioned, $figure);
        $trail?->add(
            'position',
            ($stays ? Phrase::PositionedLower : Phrase::Positioned)->with([
                'position' => $this->position->says($listing->currency),
            ]),
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
            $trail?->add('no_rivals', Phrase::NoRivalsStays);

            return Aim::keep(Reason::NoRivals);
        }
        $says = $this->noRivals === NoRivals::Ceiling ? Phrase::NoRivalsCeiling : Phrase::NoRivalsListPrice;
        $trail?->add('no_rivals', $says, ['target' => $target]);

        return Aim::at($target, Reason::NoRivals);
    }
}
