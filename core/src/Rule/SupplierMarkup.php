<?php

declare(strict_types=1);

namespace Wrasse\Core\Rule;

use Wrasse\Core\Money\Percent;
use Wrasse\Core\Profit\Earnings;
use Wrasse\Core\Profit\SmallestPrice;

/** What the goods of a supplier are offered at, from what they cost. Amounts in minor units. */
final readonly class SupplierMarkup
{
    /**
     * @param  int  $fee  added to every price
     * @param  Percent|null  $was  by how much of the price the reference ("was") price stands above it
     * @param  Percent|int|null  $shipping  what is put on our shipping cost for the buyer; null leaves the shipping
     *     charge
     */
    public function __construct(
        private MarkupRule $markup,
        private int $fee = 0,
        private ?Ending $ending = null,
        private ?Percent $was = null,
        private Percent|int|null $shipping = null,
    ) {
    }

    /**
     * Cost with the markup of its tier and the fee, up to where it earns the least profit wanted, then up or down to an
     * ending that still does. Null where the cost is not known or no price earns that much.
     */
    public function price(Earnings $earnings): ?int
    {
        if ($earnings->totalCost === null) {
            return null;
        }
        $price = $this->markup->enough(
            $this->markup->onCost($earnings->unitCost ?? $earnings->totalCost) + $this->fee,
            $earnings,
        );
        if ($price === SmallestPrice::NONE) {
            return null;
        }
        foreach ($this->ending?->neighbours($price) ?? [] as $neighbour) {
            if ($neighbour > 0 && $this->markup->enough($neighbour, $earnings) === $neighbour) {
                return $neighbour;
            }
        }

        return $price;
    }

    /** The reference price to a price, half up; null where there is to be none. */
    public function was(int $price): ?int
    {
        return $this->was?->addedHalfUp($price);
    }

    /** What the buyer pays for shipping, from what it costs us, half up; null leaves it. */
    public function shipping(int $cost): ?int
    {
        return match (true) {
            $this->shipping === null => null,
            $this->shipping instanceof Percent => $this->shipping->addedHalfUp($cost),
            default => $cost + $this->shipping,
        };
    }
}
