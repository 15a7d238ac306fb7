<?php

declare(strict_types=1);

namespace App\Market\Actions;

use App\Catalogue\Models\Listing;
use Wrasse\Core\Money\Currency;

/** Compares what a channel shows as our price with ours. */
final readonly class ShownPrice
{
    public function __construct(private ChangesOnTheirWay $changes)
    {
    }

    /**
     * A price that differs from ours while none of ours is on its way was set by someone else: it is what buyers see, so it is adopted.
     *
     * @param  mixed  $shown  a decimal, as the channel sends it
     * @return int|null minor units; null where the price is ours
     */
    public function setElsewhere(Listing $listing, mixed $shown, Currency $currency): ?int
    {
        $price = is_string($shown) ? $currency->parse($shown) : 0;
        if ($price <= 0 || $price === $listing->price_minor) {
            return null;
        }

        return $this->changes->isOnItsWay($listing->id) ? null : $price;
    }
}
