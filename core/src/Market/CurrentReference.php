<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** Our present price. */
final readonly class CurrentReference extends OwnReference
{
    protected function price(Listing $listing): int
    {
        return $listing->price;
    }

    public function name(): Message
    {
        return Phrase::CurrentPrice->with();
    }
}
