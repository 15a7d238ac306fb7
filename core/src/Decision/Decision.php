<?php

declare(strict_types=1);

namespace Wrasse\Core\Decision;

use Wrasse\Core\Limits\Limits;
use Wrasse\Core\Limits\Profit;
use Wrasse\Core\Market\Field;
use Wrasse\Core\Market\Listing;

/** What the core says for one listing. Amounts in minor units of the listing's currency. */
final readonly class Decision
{
    public ?int $rankAfter;

    public int $rankBefore;

    public ?Profit $before;

    public ?Profit $after;

    /**
     * @param  int|null  $price  null unless the outcome is change or review
     * @param  int|null  $target  what the rule aimed at; null if it never came to that
     * @param  string|null  $boundBy  "floor" or "ceiling"
     * @param  list<Step>  $steps
     */
    public function __construct(
        public Listing $listing,
        public Outcome $outcome,
        public string $reason,
        public ?int $price,
        public Limits $limits,
        public ?int $target,
        public ?string $boundBy,
        public Field $field,
        public array $steps,
    ) {
        $shipping = $listing->earnings->shipping;
        $this->rankBefore = $field->rank($field->basis->figure($listing->price, $shipping));
        $this->rankAfter = $price === null ? null : $field->rank($field->basis->figure($price, $shipping));
        $this->before = $listing->earnings->at($listing->price);
        $this->after = $price === null ? null : $listing->earnings->at($price);
    }
}
