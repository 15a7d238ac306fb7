<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Currency;
use Wrasse\Core\Trail\Message;

/** Where to stand relative to the reference. */
interface Position
{
    /** The figure to stand at, in minor units and in the basis of the reference. */
    public function from(int $reference): int;

    /** How a sentence says it, such as "1 % below". */
    public function says(Currency $currency): Message;
}
