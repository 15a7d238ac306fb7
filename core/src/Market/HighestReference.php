<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The dearest offer that counts. */
final readonly class HighestReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->highest();
    }

    public function name(): string
    {
        return 'the highest offer';
    }
}
