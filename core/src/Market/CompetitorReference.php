<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** A figure of the field. Where it has none, another reference stands in for it. */
abstract readonly class CompetitorReference implements Reference
{
    /** @param  Reference|null  $else  null = the lowest offer */
    public function __construct(private ?Reference $else = null)
    {
    }

    /** Called only where somebody is in the field. */
    abstract protected function of(CompetitorSet $field): ?int;

    /** Why it has no figure. */
    protected function absent(): Message
    {
        return Phrase::NotKnown->with(['reference' => $this->name()]);
    }

    public function figure(CompetitorSet $field, Listing $listing): ?int
    {
        return $field->isEmpty() ? null : $this->of($field) ?? $this->else()->figure($field, $listing);
    }

    public function says(CompetitorSet $field, Listing $listing): Message
    {
        return $this->of($field) !== null
            ? $this->name()
            : Phrase::Instead->with([
                'absent' => $this->absent(),
                'reference' => $this->else()->says($field, $listing),
            ]);
    }

    private function else(): Reference
    {
        return $this->else ?? new LowestReference();
    }
}
