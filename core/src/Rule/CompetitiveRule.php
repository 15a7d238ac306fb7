<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Decision\Trail;
use Wrasse\Core\Limits\Limit;
use Wrasse\Core\Market\Basis;
use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\FieldFilter;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Market\LowestReference;
use Wrasse\Core\Market\Reference;

/** Stands at, below or above a figure of the market. */
final readonly class CompetitiveRule implements RuleKind
{
    public function __construct(
        private Reference $reference,
        private Position $position,
        private FieldFilter $filter = new FieldFilter,
        private Basis $basis = Basis::Landed,
        private NoRivals $noRivals = NoRivals::Hold,
        private HoldingBuyBox $holdingBuyBox = HoldingBuyBox::Ignore,
    ) {
    }

    public function basis(): Basis
    {
        return $this->basis;
    }

    public function filter(): FieldFilter
    {
        return $this->filter;
    }

    public function aim(Listing $listing, Field $field, Limit $ceiling, Trail $trail): Aim
    {
        $raising = $listing->holdsBuyBox && $this->holdingBuyBox === HoldingBuyBox::Raise;
        if ($listing->holdsBuyBox && $this->holdingBuyBox === HoldingBuyBox::Keep) {
            $trail->add('buy_box', 'You hold the buy box; the rule says to leave the price then');

            return Aim::keep('holding_buy_box');
        }
        $trail->add('buy_box', match (true) {
            $raising => 'You hold the buy box; look at the lowest offer and do not go down',
            $listing->holdsBuyBox => 'You hold the buy box; it makes no difference to this rule',
            default => 'You do not hold the buy box',
        });

        $reference = $raising ? new LowestReference : $this->reference;
        $figure = $reference->figure($field);
        if ($figure === null) {
            return $this->withoutRivals($listing, $ceiling, $trail);
        }
        $trail->add('reference', ucfirst($reference->says()).", {$this->basis->says()}", ['reference' => $figure]);

        $target = max(1, $this->position->from($figure) - $this->basis->figure(0, $listing->earnings->shipping));
        $says = ucfirst($this->position->says($listing->currency)).' that';
        if ($raising && $target < $listing->price) {
            $target = $listing->price;
            $says .= ' would be lower than now; stay';
        }
        $trail->add('position', $says, ['target' => $target]);

        return Aim::at($target, 'positioned');
    }

    private function withoutRivals(Listing $listing, Limit $ceiling, Trail $trail): Aim
    {
        $target = match ($this->noRivals) {
            NoRivals::Hold => null,
            NoRivals::Ceiling => $ceiling->price,
            NoRivals::ListPrice => $listing->listPrice,
        };
        if ($target === null) {
            $trail->add('reference', 'No offer is left to compare with; the price stays');

            return Aim::keep('no_rivals');
        }
        $where = $this->noRivals === NoRivals::Ceiling ? 'ceiling' : 'list price';
        $trail->add('reference', "No offer is left to compare with; go to the {$where}", ['target' => $target]);

        return Aim::at($target, 'no_rivals');
    }
}
