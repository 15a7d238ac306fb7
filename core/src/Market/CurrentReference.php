<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** Our present price. */
final readonly class CurrentReference extends OwnReference
{
    protected function price(Listing $listing): int
    {
        return $listing->price;
    }

    public function name(): string
    {
        return 'your present price';
    }
}
