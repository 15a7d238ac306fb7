<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** Our list price. */
final readonly class ListPriceReference extends OwnReference
{
    protected function price(Listing $listing): ?int
    {
        return $listing->listPrice;
    }

    public function name(): Message
    {
        return Phrase::ListPrice->with();
    }
}
