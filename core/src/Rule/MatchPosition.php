<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;

final readonly class MatchPosition implements Position
{
    public function from(int $reference): int
    {
        return $reference;
    }

    public function says(Currency $currency): string
    {
        return 'the same as';
    }
}
