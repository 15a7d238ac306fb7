<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Limits\TermFigure;
use Wrasse\Core\Market\CompetitorSet;
use Wrasse\Core\Market\Listing;
use Wrasse\Core\Profit\Profit;
use Wrasse\Core\Trail\Outcome;
use Wrasse\Core\Trail\Reason;
use Wrasse\Core\Trail\Step;

/** What the core says for one listing, and how it came to that. Amounts in minor units of the listing's currency. */
final readonly class Decision
{
    public Listing $listing;

    public Outcome $outcome;

    public Reason $reason;

    /** Null unless the outcome is change or review. */
    public ?int $price;

    /**
     * @param  int|null  $target  the item price the rule aimed at; null if it never came to that
     * @param  string|null  $boundBy  "floor" or "ceiling"
     */
    public function __construct(
        private Request $request,
        Verdict $verdict,
        public Limits $limits,
        public ?int $target,
        public ?string $boundBy,
        public CompetitorSet $field,
    ) {
        $this->listing = $request->listing;
        $this->outcome = $verdict->outcome;
        $this->reason = $verdict->reason;
        $this->price = $verdict->price;
    }

    /** @return list<Step> */
    public function steps(): array
    {
        return Evaluation::trail($this->request)->steps();
    }

    /** @return list<TermFigure> what floor and ceiling come from, floors first */
    public function termFigures(): array
    {
        return $this->request->limits->figures($this->listing, $this->field, $this->limits);
    }

    /** Ours among the offers that count. */
    public function rankBefore(): int
    {
        return $this->rank($this->listing->price);
    }

    public function rankAfter(): ?int
    {
        return $this->price === null ? null : $this->rank($this->price);
    }

    public function before(): ?Profit
    {
        return $this->listing->earnings->at($this->listing->price);
    }

    public function after(): ?Profit
    {
        return $this->price === null ? null : $this->listing->earnings->at($this->price);
    }

    private function rank(int $price): int
    {
        return $this->field->rank($this->field->basis->figure($price, $this->listing->earnings->shipping));
    }
}
