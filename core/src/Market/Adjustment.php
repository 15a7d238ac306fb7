<?php

declare(strict_types=1);

namespace Wrasse\Core\Market;

use Wrasse\Core\Money\Percent;

use function max;

/** A handicap: the figure of a seller, or of a way of fulfilment, is taken for more or less than it is. */
final readonly class Adjustment
{
    /**
     * @param  string|null  $seller  null = any
     * @param  string|null  $fulfilment  null = any
     * @param  int  $amount  minor units, added after the percentage
     */
    public function __construct(
        private ?string $seller,
        private ?string $fulfilment,
        private Percent $percent,
        private int $amount,
    ) {
    }

    public function fits(string $seller, string $fulfilment): bool
    {
        return ($this->seller === null || $this->seller === $seller) &&
            ($this->fulfilment === null || $this->fulfilment === $fulfilment);
    }

    /** The percentage half up, then the amount; at least one minor unit remains. */
    public function of(int $figure): int
    {
        return max(1, $this->percent->addedHalfUp($figure) + $this->amount);
    }
}
