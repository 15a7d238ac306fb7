<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The mean of all offers that count, half up. */
final readonly class AverageReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->average();
    }

    public function name(): string
    {
        return 'the average of the offers';
    }
}
