<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

final readonly class MatchPosition implements Position
{
    public function from(int $reference): int
    {
        return $reference;
    }

    public function says(Currency $currency): Message
    {
        return Phrase::SameAs->with();
    }
}
