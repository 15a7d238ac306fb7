<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** Our list price. */
final readonly class ListPriceReference extends OwnReference
{
    protected function price(Listing $listing): ?int
    {
        return $listing->listPrice;
    }

    public function name(): string
    {
        return 'your list price';
    }
}
