<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

/** The recommended price. */
final readonly class RrpReference extends OwnReference
{
    protected function price(Listing $listing): ?int
    {
        return $listing->rrp;
    }

    public function name(): string
    {
        return 'the recommended price';
    }
}
