<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The cheapest offer that counts. */
final readonly class LowestReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->lowest();
    }

    public function name(): Message
    {
        return Phrase::Lowest->with();
    }
}
