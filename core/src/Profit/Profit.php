<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Rounding;

use function abs;
use function intdiv;
use function sprintf;

/** The result of one sale. Amounts in minor units. */
final readonly class Profit
{
    public int $profit;

    public function __construct(public int $net, public int $fees, public int $totalCost)
    {
        $this->profit = $net - $fees - $totalCost;
    }

    /** What so many sales bring, in minor units. */
    public function on(int $units): int
    {
        return $this->profit * $units;
    }

    /** Profit as a percentage of the net price, two places, half away from zero; null without a net price. */
    public function marginPercent(): ?string
    {
        return $this->share($this->net);
    }

    /** Profit as a percentage of the total cost, two places, half away from zero; null without a cost. */
    public function markupPercent(): ?string
    {
        return $this->share($this->totalCost);
    }

    private function share(int $of): ?string
    {
        if ($of <= 0) {
            return null;
        }
        $hundredths = Rounding::halfAwayFromZero($this->profit * 10_000, $of);

        return sprintf('%s%d.%02d', $hundredths < 0 ? '-' : '', intdiv(abs($hundredths), 100), abs($hundredths) % 100);
    }
}
