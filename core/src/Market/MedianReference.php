<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The middle offer; of an even number the mean of the middle two, half up. */
final readonly class MedianReference extends CompetitorReference
{
    protected function of(CompetitorSet $field): ?int
    {
        return $field->median();
    }

    public function name(): Message
    {
        return Phrase::Median->with();
    }
}
