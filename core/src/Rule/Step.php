<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Message;

/** A step away from the present price. */
interface Step
{
    /** In minor units. */
    public function from(int $price): int;

    /** How a sentence says it, such as "5 % down". */
    public function says(Currency $currency): Message;
}
