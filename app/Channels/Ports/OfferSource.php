<?php

declare(strict_types=1);

namespace App\Channels\Ports;

use App\Channels\ChannelRefused;
use App\Channels\ChannelUnavailable;

/** A channel that shows who offers the same item at which terms. */
interface OfferSource
{
    /** How many items may be asked about in one call. */
    public static function itemsPerCall(): int;

    /**
     * @param  list<string>  $items  up to itemsPerCall() of them
     * @return array<string, list<mixed>> offers by item, in the words of the pricing core's document (docs/schemas),
     *     with the seller's name as
     *                                    "name"; unchecked. An item that is missing was not answered: it is not without offers
     *
     * @throws ChannelUnavailable
     * @throws ChannelRefused
     */
    public function offers(array $items): array;
}
