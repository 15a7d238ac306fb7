<?php

declare(strict_types=1);

namespace App\Pricing\Deciding;

use App\Catalogue\Fees\ChannelTerms;
use Wrasse\Core\Decision\Decision;
use Wrasse\Core\Decision\Request;

/** A listing with its decision and the inputs of that. */
final readonly class EvaluatedListing
{
    /**
     * @param  ListingRow  $row  read with its market
     * @param  list<array{date: string, units: int, in_stock: bool}>  $sales
     */
    public function __construct(
        public ListingRow $row,
        public ChannelTerms $terms,
        public Request $request,
        public Decision $decision,
        private DecisionInputs $requests,
        private RuleDocument $rule,
        private int $changes,
        private array $sales,
    ) {
    }

    /** @return array<string, mixed> what the decision was made from, as a document that the core reads */
    public function input(): array
    {
        return $this->requests->document($this->row, $this->rule, $this->changes, $this->sales);
    }

    /** The same as text to be kept, without the rule. */
    public function text(): string
    {
        return $this->requests->text($this->row, $this->changes, $this->sales, $this->rule->ignored);
    }

    /**
     * @return list<array{term: array<string, mixed>, from: string, name: string|null}> where its limits come from,
     *     floors first
     */
    public function sources(): array
    {
        return [...$this->requests->sources($this->row, 'floor'), ...$this->requests->sources($this->row, 'ceiling')];
    }
}
