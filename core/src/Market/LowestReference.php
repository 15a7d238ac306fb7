<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The cheapest offer that counts. */
final readonly class LowestReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->lowest();
    }

    public function name(): string
    {
        return 'the lowest offer';
    }
}
