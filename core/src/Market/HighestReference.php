<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The dearest offer that counts. */
final readonly class HighestReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->highest();
    }

    public function name(): Message
    {
        return Phrase::Highest->with();
    }
}
