<?php

declare(strict_types=1);

namespace Wrasse\Core\Profit;

use Wrasse\Core\Money\Basis;
use Wrasse\Core\Money\Percent;
use Wrasse\Core\Money\Rounding;

use function intdiv;

/** A percentage that depends on the size of its base. */
abstract readonly class TieredFee implements Fee
{
    /** @param  non-empty-list<FeeTier>  $tiers  with rising ends, only the last one open */
    final public function __construct(protected array $tiers, protected Basis $on)
    {
    }

    public function breakpoints(int $shipping): array
    {
        $breakpoints = [];
        foreach ($this->tiers as $tier) {
            if ($tier->upTo !== null) {
                $breakpoints[] = $tier->upTo + 1 - $this->on->figure(0, $shipping);
            }
        }

        return $breakpoints;
    }

    public function period(): int
    {
        $common = Percent::WHOLE;
        foreach ($this->tiers as $tier) {
            $common = Rounding::commonDivisor($common, $tier->percent->units);
        }

        return intdiv(Percent::WHOLE, $common);
    }
}
