<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Trail\Message;
use Wrasse\Core\Trail\Phrase;

/** The recommended price. */
final readonly class RrpReference extends OwnReference
{
    protected function price(Listing $listing): ?int
    {
        return $listing->rrp;
    }

    public function name(): Message
    {
        return Phrase::Rrp->with();
    }
}
