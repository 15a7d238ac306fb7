<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The mean of all offers that count, half up. */
final readonly class AverageReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->average();
    }

    public function name(): Message
    {
        return Phrase::Average->with();
    }
}
