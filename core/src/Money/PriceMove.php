<?php

declare(strict_types=1);

namespace Wrasse\Core\Money;

use function abs;
use function intdiv;
use function max;
use function sprintf;

/** The step from one price to another, in minor units. */
final readonly class PriceMove
{
    public function __construct(public int $from, public int $to)
    {
    }

    public function amount(): int
    {
        return $this->to - $this->from;
    }

    /** Whether the step is more than this part of where it starts, up or down; compared exactly. */
    public function isBeyond(Percent $part): bool
    {
        return $part->isLessThan(abs($this->amount()), $this->from);
    }

    /** What the step comes to on so many pieces, on one at least; in minor units, without a sign. */
    public function stake(int $units): int
    {
        $step = abs($this->amount());

        return $step > intdiv(PHP_INT_MAX, max(1, $units)) ? PHP_INT_MAX : $step * max(1, $units);
    }

    /**
     * The step as a percentage of where it starts, two places, half away from zero, with its sign: "-9.26", "+4.00".
     */
    public function percent(): string
    {
        $hundredths = Rounding::halfAwayFromZero($this->amount() * 10_000, $this->from);
        $sign = $hundredths < 0 ? '-' : ($hundredths > 0 ? '+' : '');

        return sprintf('%s%d.%02d', $sign, intdiv(abs($hundredths), 100), abs($hundredths) % 100);
    }
}
