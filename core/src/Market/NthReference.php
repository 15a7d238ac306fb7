<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The n-th cheapest offer that counts; beyond the field's size the highest. */
final readonly class NthReference extends CompetitorReference
{
    /** @param  int  $n  from 1 */
    public function __construct(private int $n)
    {
        parent::__construct();
    }

    protected function of(CompetitorSet $field): ?int
    {
        return $field->nth($this->n) ?? $field->highest();
    }

    public function name(): Message
    {
        return $this->n === 1 ? Phrase::Lowest->with() : Phrase::Nth->with(['n' => $this->n]);
    }
}
