<?php

declare(strict_types=1);

namespace Wrasse\Core\Limits;

use Wrasse\Core\Market\Listing;
use Wrasse\Core\Trail\Message;

/** One reason for a floor or a ceiling. */
interface Term
{
    public function needsCost(): bool;

    /** How a sentence calls it, such as "12 % margin of price". */
    public function says(Listing $listing): Message;
}
